export { CardPlace, NewCardPlace } from "./CardPlace";
export { CardsPlace } from "./CardsPlace";
export { LimitsPlace } from "./LimitsPlace";
