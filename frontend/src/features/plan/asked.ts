/** What a page that asks for a plan in its own way needs of this place. */
export { AnswerField } from "./answer-field";
export { FireChoice } from "./fire-choice";
export { answerOf, anchorAt, draftFor, focused, piecesToSend, withAnswers } from "./model";
export { usePick } from "./use-pick";
