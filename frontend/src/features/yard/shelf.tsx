import { type ReactNode, useState } from "react";

import { useDrafted } from "@/app/drafts";
import { Button } from "@/ui/controls";

import { Undo } from "./undo";
import { say } from "@/words/say";

/** What puts a thing away and brings it back. */
interface Away {
  mutate: (what: { number: number; back: boolean }, then: { onSuccess: () => void }) => void;
}

interface ShelfProps<T> {
  title: string;
  label?: string;
  things: T[];
  nameOf: (thing: T) => string;
  /** What stands below the name. */
  about?: (thing: T) => ReactNode;
  /** Links and buttons beside it. */
  more?: (thing: T) => ReactNode;
  /** What must be said of it, below. */
  below?: (thing: T) => ReactNode;
  empty: ReactNode;
  away: Away;
  /** The form that changes a thing, or makes a new one of null; without one they cannot be changed. */
  form?: (thing: T | null, onDone: () => void) => ReactNode;
  /** Under which name the form keeps what is typed into it, before the number of a thing. */
  drafts?: string;
  addWords?: string;
}

/** Things of the yard: changed in place, put away and brought back. */
export function Shelf<T extends { id: number }>(props: ShelfProps<T>) {
  const { title, things, nameOf, away, form } = props;
  const drafted = useDrafted(
    props.drafts ? ["new", ...things.map((t) => t.id)].map((each) => `${props.drafts}/${each}`) : [],
  );
  const [editing, setEditing] = useState<number | "new" | null>(() => {
    const of = drafted?.split("/").at(-1);
    return of === undefined ? null : of === "new" ? "new" : Number(of);
  });
  const [gone, setGone] = useState<T | null>(null);
  const done = () => setEditing(null);
  return (
    <section aria-label={props.label ?? title} className="plate flex flex-col gap-3 p-4">
      <h2 className="m-0 text-lg">{title}</h2>
      <ul className="m-0 flex list-none flex-col p-0">
        {things.map((thing) => (
          <li key={thing.id} className="flex flex-col gap-2 border-t border-seam py-2">
            <ShelfRow
              {...props}
              thing={thing}
              isOpen={editing === thing.id}
              onOpen={() => setEditing(editing === thing.id ? null : thing.id)}
              onGone={() => setGone(thing)}
            />
            {props.below?.(thing)}
            {editing === thing.id && form?.(thing, done)}
          </li>
        ))}
        {things.length === 0 && <li className="text-ash">{props.empty}</li>}
      </ul>
      <Undo
        what={gone && nameOf(gone)}
        onBack={() =>
          gone && away.mutate({ number: gone.id, back: true }, { onSuccess: () => setGone(null) })
        }
      />
      {form && editing === "new" && form(null, done)}
      {form && editing !== "new" && (
        <Button className="self-start" onClick={() => setEditing("new")}>
          {props.addWords}
        </Button>
      )}
    </section>
  );
}

interface RowProps<T> extends ShelfProps<T> {
  thing: T;
  isOpen: boolean;
  onOpen: () => void;
  onGone: () => void;
}

function ShelfRow<T extends { id: number }>(props: RowProps<T>) {
  const { thing, nameOf, about, more, form, away, isOpen, onOpen, onGone } = props;
  const ofIt = <span className="sr-only"> {nameOf(thing)}</span>;
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
      <span className="min-w-48 flex-1">
        <strong>{nameOf(thing)}</strong>
        {about && (
          <>
            <br />
            <span className="text-sm text-ash">{about(thing)}</span>
          </>
        )}
      </span>
      {more?.(thing)}
      {form && (
        <Button aria-expanded={isOpen} onClick={onOpen}>
          {say("screen-shelf-change")}
          {ofIt}
        </Button>
      )}
      <Button
        weight="quiet"
        onClick={() => away.mutate({ number: thing.id, back: false }, { onSuccess: onGone })}
      >
        {say("screen-shelf-put-away")}
        {ofIt}
      </Button>
    </div>
  );
}
