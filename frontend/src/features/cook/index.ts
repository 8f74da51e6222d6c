export { CookPage } from "./page";
