export { ComponentsPlace } from "./ComponentsPlace";
export { IntakePlace } from "./IntakePlace";
export { JobPlace } from "./JobPlace";
export { LookPlace } from "./LookPlace";
export { NewJobPlace } from "./NewJobPlace";
export { CleanPlace, StripPlace } from "./StripPlace";
