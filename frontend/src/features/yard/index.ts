export { YardPage } from "./page";
