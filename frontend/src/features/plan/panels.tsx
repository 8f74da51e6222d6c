import { Tabs } from "radix-ui";
import { useState } from "react";

import type { Reference } from "@/api/hooks";
import type { System } from "@/units/units";

import { Burger } from "./burger";
import { Late } from "./late";
import { type Draft, focused } from "./model";
import { Schools } from "./schools";
import { Table } from "./table";
import { Ways } from "./ways";
import { say } from "@/words/say";

export const PANELS = ["ways", "table", "late", "schools", "burger"] as const;
export type Panel = (typeof PANELS)[number];
const NAMES: Record<Panel, string> = {
  ways: say("screen-panels-other-ways"),
  table: say("screen-panels-amounts-and-table"),
  late: say("screen-panels-guests-are-late"),
  schools: say("common-where-cooks-disagree"),
  burger: say("screen-panels-shape-a-patty"),
};

interface Props {
  draft: Draft;
  onDraft: (draft: Draft) => void;
  reference: Reference;
  system: System;
  panel: Panel;
  onPanel: (panel: Panel) => void;
}

/** What goes beyond the order of the work; only what is looked at is computed. */
export function Panels({ draft, onDraft, reference, system, panel, onPanel }: Props) {
  const [lateMin, setLateMin] = useState(30);
  const patty = reference.cuts.find((c) => c.key === focused(draft).piece.cut)?.patty ?? false;
  const shown = PANELS.filter((p) => p !== "burger" || patty);
  const open = shown.includes(panel) ? panel : "ways";
  return (
    <Tabs.Root value={open} onValueChange={(p) => onPanel(p as Panel)} className="plate p-4">
      <Tabs.List
        aria-label={say("screen-panels-more-about-this-plan")}
        className="mb-3 flex flex-wrap gap-1 border-b border-seam"
      >
        {shown.map((p) => (
          <Tabs.Trigger
            key={p}
            value={p}
            className="min-h-11 px-3 font-semibold text-ash [font-stretch:85%] hover:text-ink data-[state=active]:border-b-4 data-[state=active]:border-ember data-[state=active]:text-ink"
          >
            {NAMES[p]}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value="ways">
        <Ways draft={draft} onDraft={onDraft} system={system} />
      </Tabs.Content>
      <Tabs.Content value="table">
        <Table draft={draft} onDraft={onDraft} reference={reference} system={system} lateMin={lateMin} />
      </Tabs.Content>
      <Tabs.Content value="late">
        <Late draft={draft} system={system} lateMin={lateMin} onLateMin={setLateMin} />
      </Tabs.Content>
      <Tabs.Content value="schools">
        <Schools draft={draft} onDraft={onDraft} system={system} />
      </Tabs.Content>
      <Tabs.Content value="burger">
        <Burger draft={draft} onDraft={onDraft} system={system} />
      </Tabs.Content>
    </Tabs.Root>
  );
}
