export { ShopPlace } from "./ShopPlace";
