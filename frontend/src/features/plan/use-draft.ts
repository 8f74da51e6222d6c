import { useCallback, useState } from "react";

import { amended, begun, changed, redone, undone } from "./history";
import type { Draft } from "./model";

/** The draft with undo and redo. amend is for what Brasko fills in by itself; onTyped hears what a person changed. */
export function useDraft(initial: Draft, onTyped: (draft: Draft) => void) {
  const [history, setHistory] = useState(() => begun(initial));
  const set = useCallback(
    (draft: Draft) => {
      setHistory((h) => changed(h, draft, performance.now()));
      onTyped(draft);
    },
    [onTyped],
  );
  const amend = useCallback(
    (change: (draft: Draft) => Draft) => setHistory((h) => amended(h, change(h.now))),
    [],
  );
  const undo = useCallback(() => setHistory(undone), []);
  const redo = useCallback(() => setHistory(redone), []);
  const begin = useCallback((draft: Draft) => setHistory(begun(draft)), []);
  return {
    draft: history.now,
    set,
    amend,
    undo,
    redo,
    begin,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
  };
}
