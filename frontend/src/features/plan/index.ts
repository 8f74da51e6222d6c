/** What other places need of Plan. */
export { AnswerField } from "./answer-field";
export { FireChoice } from "./fire-choice";
export { anchorAt, answerOf, draftFor, focused, pieceDefaults, piecesToSend, withAnswers } from "./model";
export { usePick } from "./use-pick";
