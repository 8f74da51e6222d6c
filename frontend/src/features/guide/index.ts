export { GuidePage } from "./page";
