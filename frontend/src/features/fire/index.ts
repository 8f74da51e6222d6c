export { FirePage } from "./page";
