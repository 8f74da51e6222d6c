/** What other places need of a meal. */
export { Grates } from "./grates";
export { forWhat, namesOf, nextOf, nextOfDishes, notesOf } from "./model";
