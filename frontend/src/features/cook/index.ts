/** What other places need of Cook. */
export { FromFile } from "./from-file";
export { StartPlan } from "./start-dialog";
export { StartMeal } from "./start-meal";
