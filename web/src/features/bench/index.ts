export { BenchPlace } from "./BenchPlace";
export { QueueKeeper } from "./QueueKeeper";
