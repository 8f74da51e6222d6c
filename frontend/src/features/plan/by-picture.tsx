import { closest } from "fastest-levenshtein";
import { useState } from "react";

import { type Reference, useBoards, useCooks } from "@/api/hooks";
import { type Board, BoardPicture, OnTheBoard } from "@/chart/board-picture";
import { useHousehold } from "@/api/household";
import { BOX, Button, Failed, Field, Waiting } from "@/ui/controls";
import { Sheet } from "@/ui/sheet";
import { say } from "@/words/say";

type Cut = Reference["cuts"][number];

interface Props {
  cut: Cut | undefined;
  cuts: readonly Cut[];
  onPick: (key: string) => void;
}

/** The cut as it lies on the board, and all others to choose from by their pictures. */
export function ByPicture({ cut, cuts, onPick }: Props) {
  const boards = useBoards();
  const system = useHousehold().units;
  const [open, setOpen] = useState<"cut" | "all" | null>(null);
  const board = boards.data?.find((b) => b.cut === cut?.key);
  return (
    <div className="flex flex-wrap items-center gap-2">
      {cut && board && (
        <button
          type="button"
          className="flex min-h-11 items-center gap-2 rounded-bar bg-raised px-2"
          onClick={() => setOpen("cut")}
        >
          <BoardPicture board={board} label="" className="h-10 w-16" />
          <span className="font-semibold [font-stretch:85%]">{say("screen-by-picture-on-the-board")}</span>
        </button>
      )}
      <Button onClick={() => setOpen("all")}>{say("screen-by-picture-choose-by-picture")}</Button>
      <Sheet title={cut?.name ?? ""} open={open === "cut"} onClose={() => setOpen(null)}>
        {cut && board && <OnTheBoard board={board} name={cut.name} system={system} />}
      </Sheet>
      <Sheet
        title={say("screen-by-picture-choose-by-picture")}
        open={open === "all"}
        onClose={() => setOpen(null)}
      >
        {boards.isError && <Failed error={boards.error} again={() => void boards.refetch()} />}
        {boards.isPending && <Waiting what={say("screen-by-picture-laying-out-the-cuts")} />}
        {boards.data && (
          <Picker
            foods={cuts}
            boards={boards.data}
            chosen={cut?.key}
            onPick={(key) => {
              onPick(key);
              setOpen(null);
            }}
          />
        )}
      </Sheet>
    </div>
  );
}

/** What can be chosen by its picture. */
export interface Food {
  key: string;
  name: string;
  group: string;
  /** The cut whose picture it has, where that is not its key. */
  board?: string;
}

interface PickerProps {
  foods: readonly Food[];
  boards: readonly Board[];
  chosen?: string | undefined;
  onPick: (key: string) => void;
}

/** Foods by their pictures, with a search; those that were cooked last come first. */
export function Picker({ foods, boards, chosen, onPick }: PickerProps) {
  const [typed, setTyped] = useState("");
  const cooks = useCooks();
  const words = typed.toLowerCase().trim();
  const found = foods.filter((f) => `${f.name} ${f.group}`.toLowerCase().includes(words));
  const lately = lastCooked(cooks.data ?? []).flatMap((key) => found.find((f) => boardOf(f) === key) ?? []);
  const groups = [...new Set(found.map((f) => f.group))];
  const near = found.length === 0 ? closest(words, namesOf(foods)) : "";
  const shelf = (title: string, within: readonly Food[]) => (
    <section key={title} aria-label={title}>
      <h3 className="m-0 mb-1 text-base text-ash first-letter:uppercase">{title}</h3>
      <ul className="m-0 grid list-none grid-cols-2 gap-2 p-0 sm:grid-cols-3">
        {within.map((f) => (
          <li key={f.key}>
            <Pictured
              food={f}
              board={boards.find((b) => b.cut === boardOf(f))}
              chosen={f.key === chosen}
              onPick={onPick}
            />
          </li>
        ))}
      </ul>
    </section>
  );
  return (
    <div className="flex flex-col gap-4">
      <Field label={say("screen-by-picture-look-for")}>
        {({ id }) => (
          <input
            id={id}
            type="search"
            className={BOX}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
        )}
      </Field>
      <p role="status" className="m-0 flex flex-wrap items-center gap-2 text-sm">
        {found.length === 0
          ? say("screen-by-picture-no-cut-is-called", { typed: typed.trim() })
          : say("screen-by-picture-cuts", { count: found.length })}
        {near && (
          <Button onClick={() => setTyped(near)}>{say("screen-by-picture-did-you-mean", { near })}</Button>
        )}
      </p>
      {lately.length > 0 && shelf(say("screen-by-picture-cooked-last"), lately)}
      {groups.map((group) =>
        shelf(
          group,
          found.filter((f) => f.group === group),
        ),
      )}
    </div>
  );
}

const boardOf = (food: Food) => food.board ?? food.key;

interface PicturedProps {
  food: Food;
  board: Board | undefined;
  chosen: boolean;
  onPick: (key: string) => void;
}

function Pictured({ food, board, chosen, onPick }: PicturedProps) {
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={() => onPick(food.key)}
      className="flex h-full w-full flex-col items-center justify-center gap-1 rounded-bar border-2 border-transparent bg-raised p-2 text-center aria-pressed:border-ember"
    >
      {board && <BoardPicture board={board} label="" className="h-20 w-full" />}
      <span className="text-sm leading-tight font-semibold [font-stretch:85%]">{food.name}</span>
    </button>
  );
}

const namesOf = (foods: readonly Food[]) =>
  foods.flatMap((f) => [f.name.toLowerCase(), ...f.name.toLowerCase().split(/[ ,]+/)]);

/** Cuts that were cooked, the last one first, each once; three of them. */
function lastCooked(cooks: readonly { cut_key: string; started_at: string }[]): string[] {
  const sorted = [...cooks].sort((a, b) => b.started_at.localeCompare(a.started_at));
  return [...new Set(sorted.map((c) => c.cut_key))].slice(0, 3);
}
