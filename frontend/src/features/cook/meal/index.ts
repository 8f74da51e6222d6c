export { MealNowPage } from "./now";
export { MealWall } from "./wall";
