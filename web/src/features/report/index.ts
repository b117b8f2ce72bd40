export { ReportPlace } from "./ReportPlace";
