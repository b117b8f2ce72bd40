export { BenchPlace } from "./BenchPlace";
