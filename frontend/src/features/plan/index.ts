export { PlanPage } from "./page";
export { SheetPage } from "./sheet";
