export { LimitsPlace } from "./LimitsPlace";
