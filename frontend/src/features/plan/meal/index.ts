export { MealPage } from "./page";
export { MealSheet } from "./sheet";
