import { type ReactNode, useState } from "react";

import { say } from "@/words/say";

import { Button } from "./controls";

interface Kept {
  id: number;
  title: string;
}
type Mutate = (what: { id: number; back: boolean }, then: { onSuccess: () => void }) => void;

/** A button that sets one of a list aside, and a notice that brings the last one back. */
export function useAsideList(mutate: Mutate): { notice: ReactNode; button: (one: Kept) => ReactNode } {
  const [last, setLast] = useState<Kept | null>(null);
  const put = (one: Kept, back: boolean) =>
    mutate({ id: one.id, back }, { onSuccess: () => setLast(back ? null : one) });
  return {
    notice: last && (
      <p role="status" className="m-0 flex items-center gap-3 text-sm">
        {say("screen-kept-was-set-aside", { title: last.title })}
        <Button weight="quiet" onClick={() => put(last, true)}>
          {say("common-bring-it-back")}
        </Button>
      </p>
    ),
    button: (one) => (
      <Button
        weight="quiet"
        aria-label={say("screen-kept-set-aside", { title: one.title })}
        onClick={() => put(one, false)}
      >
        {say("screen-kept-set-aside-2")}
      </Button>
    ),
  };
}
