export { FirstPage } from "./page";
