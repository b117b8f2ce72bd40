export { ReportPlace } from "./ReportPlace";
export { SharedPlace } from "./SharedPlace";
