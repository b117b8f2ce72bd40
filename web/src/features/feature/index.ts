export { FeaturePlace } from "./FeaturePlace";
