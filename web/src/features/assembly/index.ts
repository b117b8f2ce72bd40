export { AssemblyPlace } from "./AssemblyPlace";
export { BuiltPlace } from "./BuiltPlace";
export { FittingPlace } from "./FittingPlace";
export { PartsPlace } from "./PartsPlace";
export { PolishPlace } from "./PolishPlace";
export { TorquePlace } from "./TorquePlace";
