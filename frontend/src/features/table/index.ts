export { TableNowPage } from "./now";
export { TablePage } from "./page";
export { TableSheet } from "./sheet";
export { TableWall } from "./wall";
