export { PlanPage } from "./page";
