export { RatesPlace } from "./RatesPlace";
