export { Finder } from "./Finder";
export { HistoryPlace } from "./HistoryPlace";
export { LearnedPlace } from "./LearnedPlace";
export { SearchPlace } from "./SearchPlace";
