/** What other places need of a meal. */
export { Grates } from "./grates";
