export { TablePage } from "./page";
export { TableSheet } from "./sheet";
