export { CabinetPlace } from "./CabinetPlace";
export { StudyPlace } from "./StudyPlace";
