/** What other places need of Practice. */
export { DrillStory } from "./story";
