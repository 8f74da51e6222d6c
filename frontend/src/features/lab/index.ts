export { LabPage } from "./page";
export { ExperimentPage } from "./experiment";
