import { useEffect } from "react";
import { useLocation } from "react-router";

const LONGEST_MS = 15_000;

/** The heading of what has come gets the focus, once it is there; whoever has moved on meanwhile keeps theirs. */
export function focusHeading() {
  const from = document.activeElement;
  const until = performance.now() + LONGEST_MS;
  const look = () => {
    const now = document.activeElement;
    if (now !== document.body && now !== from) return;
    const heading = document.querySelector<HTMLElement>("#main h1");
    // the one that was pressed goes first, with the page it stood on
    if (heading && (now === document.body || !from?.isConnected)) {
      heading.tabIndex = -1;
      heading.focus({ preventScroll: true });
    } else if (performance.now() < until) requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}

/** Where a press has led to another page, its heading gets the focus. */
export function useFocusOnArrival() {
  const { key, state } = useLocation();
  const wanted = (state as { focus?: boolean } | null)?.focus === true;
  useEffect(() => {
    if (wanted) focusHeading();
  }, [key, wanted]);
}
