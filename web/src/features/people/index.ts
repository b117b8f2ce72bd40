export { PeoplePlace } from "./PeoplePlace";
