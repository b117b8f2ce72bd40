export { MatchPlace } from "./MatchPlace";
