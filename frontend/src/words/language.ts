import { language, speak } from "./catalogue";

const PLACE = "brasko-language";

/** Speak the language that this browser was last set to. */
export const heard = () => speak(localStorage.getItem(PLACE) ?? "en");

/** The household's language; where another one is spoken, the page begins again in it. */
export function listen(wanted: string): void {
  if (wanted === language()) return;
  localStorage.setItem(PLACE, wanted);
  window.location.reload();
}
