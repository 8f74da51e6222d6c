export { LogEntryPage } from "./entry";
export { LogPage } from "./page";
