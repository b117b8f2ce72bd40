export { DecidePlace } from "./DecidePlace";
