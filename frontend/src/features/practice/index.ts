export { PracticePage } from "./page";
export { DebriefPage } from "./debrief";
export { DrillStory } from "./story";
