export { JobPlace } from "./JobPlace";
export { NewJobPlace } from "./NewJobPlace";
