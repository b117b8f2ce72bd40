export { OrdersPlace } from "./OrdersPlace";
export { VerifyPlace } from "./VerifyPlace";
