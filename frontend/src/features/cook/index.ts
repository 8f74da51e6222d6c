/** What other places need of Cook. */
export { FromFile } from "./from-file";
export { StartDialog, StartPlan } from "./start-dialog";
