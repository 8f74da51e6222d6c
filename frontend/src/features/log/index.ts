export { LogEntryPage } from "./entry";
export { LogPage } from "./page";
export { OverPage } from "./over";
