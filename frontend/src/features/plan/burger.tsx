import { useState } from "react";

import { Problem } from "@/api/client";
import { useBurger } from "@/api/hooks";
import { Button, Mistake } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { count, percent, phrase, type System, thickness, weightText } from "@/units/units";

import { type Draft, withWay } from "./model";
import { say } from "@/words/say";

/** Patties shaped for a bun: blend, weight, dimple, shrink and the moment for the cheese. */
export function Burger({
  draft,
  onDraft,
  system,
}: {
  draft: Draft;
  onDraft: (draft: Draft) => void;
  system: System;
}) {
  const [ask, setAsk] = useState({
    fat_share: 0.2,
    thickness_mm: 19,
    bun_mm: 105,
    lean_fat: 0.05,
    rich_fat: 0.3,
    patties: 4,
  });
  const burger = useBurger();
  const wrong = (field: string) => {
    const e = burger.error instanceof Problem ? burger.error.of(field) : undefined;
    return e ? phrase(system, e.message) : undefined;
  };
  const put = (field: keyof typeof ask) => (v: number | null) => {
    if (v !== null) setAsk({ ...ask, [field]: v });
  };
  const made = burger.data;
  return (
    <div className="grid gap-5 md:grid-cols-2">
      <div className="flex flex-col gap-3">
        <Quantity
          label={say("screen-burger-fat-in-the-blend")}
          value={ask.fat_share}
          scale={percent}
          low={0.05}
          high={0.35}
          onChange={put("fat_share")}
          error={wrong("fat_share")}
        />
        <Quantity
          label={say("screen-burger-patty-thickness")}
          value={ask.thickness_mm}
          scale={thickness(system)}
          low={8}
          high={40}
          onChange={put("thickness_mm")}
          error={wrong("thickness_mm")}
        />
        <Quantity
          label={say("screen-burger-width-of-the-bun")}
          value={ask.bun_mm}
          scale={thickness(system)}
          low={60}
          high={160}
          onChange={put("bun_mm")}
          error={wrong("bun_mm")}
        />
        <Quantity
          label={say("screen-burger-patties")}
          value={ask.patties}
          scale={count}
          low={1}
          high={12}
          onChange={(n) => put("patties")(n === null ? null : Math.round(n))}
          error={wrong("patties")}
        />
        <Quantity
          label={say("screen-burger-fat-of-the-lean-meat")}
          value={ask.lean_fat}
          scale={percent}
          low={0.02}
          high={0.3}
          onChange={put("lean_fat")}
          error={wrong("lean_fat")}
        />
        <Quantity
          label={say("screen-burger-fat-of-the-rich-meat")}
          value={ask.rich_fat}
          scale={percent}
          low={0.1}
          high={0.7}
          onChange={put("rich_fat")}
          error={wrong("rich_fat")}
        />
        <Button weight="ember" onClick={() => burger.mutate(ask)} disabled={burger.isPending}>
          {burger.isPending ? say("screen-burger-shaping") : say("screen-burger-shape-it")}
        </Button>
        {burger.error && !(burger.error instanceof Problem && burger.error.errors.length > 0) && (
          <Mistake>{burger.error.message}</Mistake>
        )}
      </div>
      {made ? (
        <div aria-live="polite" className="flex flex-col gap-2">
          <p className="m-0">
            <b className="figure text-4xl text-ember">{weightText(system, made.patty.mass_kg * 1000)}</b>{" "}
            {say("screen-burger-each")}
          </p>
          <p className="m-0">
            {say("screen-burger-mix")} <b>{weightText(system, made.lean_g)}</b>{" "}
            {say("screen-burger-of-the-lean-and")} <b>{weightText(system, made.rich_g)}</b>{" "}
            {say("screen-burger-of-the-rich-meat")}
          </p>
          <p className="m-0">{phrase(system, made.patty.words)}</p>
          <p className="m-0 text-sm text-ash">{phrase(system, made.patty.for_bun)}</p>
          <Button onClick={() => onDraft(withWay(draft, made.piece))}>
            {say("screen-burger-plan-these-patties")}
          </Button>
        </div>
      ) : (
        <p className="m-0 text-ash">{say("screen-burger-say-how-wide-the-bun-is")}</p>
      )}
    </div>
  );
}
