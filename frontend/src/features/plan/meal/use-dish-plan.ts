import { useMemo } from "react";

import type { TableDish } from "@/api/tables";
import { dayOf, timeOf } from "@/units/typed";

import { type Draft, pieceDefaults, tableDefaults } from "../model";
import { usePreview } from "../use-preview";
import { asScheduled, type Dish, type TableDraft } from "./model";

/** The plan of a dish of meat by itself, as the schedule has it cooked; shown is null for anything else. */
export function useDishPlan(
  dish: Dish | undefined,
  told: Pick<TableDish, "variant" | "serve_s" | "wait_s"> | undefined,
  draft: TableDraft,
  eatAt: Date,
) {
  // it is ready so much sooner as it waits
  const serveS = (told?.serve_s ?? 0) - (told?.wait_s ?? 0);
  const servedAt = useMemo(() => new Date(eatAt.getTime() + serveS * 1000), [eatAt, serveS]);
  const piece = dish ? asScheduled(dish, told, draft.fires) : null;
  const body = JSON.stringify(piece);
  const one = useMemo((): Draft => {
    const asked = JSON.parse(body) as typeof piece;
    const pieces = asked
      ? [
          {
            piece: { ...pieceDefaults, ...asked },
            thicknessText: String(asked.thickness_mm),
            auto: false,
          },
        ]
      : [];
    return {
      pieces,
      focus: 0,
      anchor: "eat",
      day: dayOf(servedAt),
      time: timeOf(servedAt),
      table: tableDefaults,
    };
  }, [body, servedAt]);
  const preview = usePreview(one, piece !== null);
  const shown = piece && preview.shown?.piece.cut === piece.cut && !preview.problem ? preview.shown : null;
  return { draft: one, shown, servedAt, serveS };
}
