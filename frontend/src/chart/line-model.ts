import type { Schemas } from "@/api/client";
import type { PieceResult } from "@/api/hooks";
import { say } from "@/words/say";

export interface Point {
  s: number;
  c: number;
}

export interface Block {
  key: string;
  lane: "fire" | "meat" | "hands";
  /** Which piece it is of, where several share the line. */
  piece?: number;
  name: string;
  start: number;
  end: number;
  /** How much later it may be [s]. */
  slack?: number;
  state?: string;
}

export interface LineModel {
  /** Times count from the hour of eating [s]. */
  from: number;
  to: number;
  core: Point[];
  surface: Point[];
  band: { s: number; low: number; high: number }[];
  measured: Point[][];
  /** The core as it was planned, where a forecast has replaced it. */
  planned: Point[];
  /** Cores of the other pieces of the meal. */
  others: { name: string; number: number; core: Point[] }[];
  blocks: Block[];
  finishC: number;
  /** Null where a reading has to end the heat: then the agency's line counts. */
  pullC: number | null;
  agencyC: number | null;
  topC: number;
}

const GAP_S = 90;

/** Measured points, broken where the probe was silent. */
export function runs(points: Point[], gapS = GAP_S): Point[][] {
  const sorted = [...points].sort((a, b) => a.s - b.s);
  const found: Point[][] = [];
  for (const point of sorted) {
    const last = found[found.length - 1];
    const before = last?.[last.length - 1];
    if (last && before && point.s - before.s <= gapS) last.push(point);
    else found.push([point]);
  }
  return found;
}

/** The down-facing side's surface is what the cook sees next to the coals; the hotter face stands for both. */
export function lineOf(result: PieceResult, onS = result.on_s): LineModel {
  const { curve } = result;
  const at = (i: number) => onS + (curve.time_s[i] ?? 0);
  const surface = curve.time_s.map((_, i) => ({
    s: at(i),
    c: Math.max(curve.face_a_c[i] ?? 0, curve.face_b_c[i] ?? 0),
  }));
  const low = curve.core_low_c;
  const high = curve.core_high_c;
  return {
    from: Math.max(-result.lead_s, onS - 100 * 60) - 120,
    to: 180,
    core: curve.time_s.map((_, i) => ({ s: at(i), c: curve.core_c[i] ?? 0 })),
    surface,
    band: low && high ? curve.time_s.map((_, i) => ({ s: at(i), low: low[i] ?? 0, high: high[i] ?? 0 })) : [],
    measured: [],
    planned: [],
    others: [],
    blocks: result.tasks.map((t) => ({
      key: t.key,
      lane: t.lane as Block["lane"],
      name: t.name,
      start: t.start_s,
      end: t.end_s,
    })),
    finishC: result.finish_c,
    pullC: result.reading_c == null ? result.pull_c : null,
    agencyC: result.minimum?.core_c ?? null,
    topC: Math.max(...surface.map((p) => p.c), result.minimum?.core_c ?? result.finish_c) + 12,
  };
}

/** The line of a meal: the piece in focus, the cores of the others, and the work for all of them. */
export function lineOfMeal(
  result: PieceResult,
  others: readonly Schemas["BriefOut"][],
  order: readonly Schemas["TaskOut"][],
  leadS: number,
): LineModel {
  const base = lineOf(result);
  const ons = [result.on_s, ...others.map((o) => o.on_s)];
  return {
    ...base,
    from: Math.max(-leadS, Math.min(...ons) - 100 * 60) - 120,
    others: others.map((o) => ({
      name: o.cut_name,
      number: o.piece + 1,
      core: o.time_s.map((t, i) => ({ s: o.on_s + t, c: o.core_c[i] ?? 0 })),
    })),
    blocks: order
      .filter((t) => t.key.split(":").pop() !== "shop")
      .map((t) => ({
        key: t.key,
        lane: t.lane as Block["lane"],
        name: t.name,
        start: t.start_s,
        end: t.end_s,
        slack: t.slack_s ?? 0,
        ...(t.piece == null ? {} : { piece: t.piece }),
      })),
  };
}

/** A row of the line: the fire, a piece, or a pair of hands. */
export interface Row {
  lane: Block["lane"];
  label: string;
  piece?: number;
}

export function rowsOf(model: Pick<LineModel, "others">): Row[] {
  const pieces = model.others.length + 1;
  const meat: Row[] =
    pieces === 1
      ? [{ lane: "meat", label: say("screen-line-model-meat-alone") }]
      : Array.from({ length: pieces }, (_, i) => ({
          lane: "meat",
          label: say("screen-line-model-meat", { i: i + 1 }),
          piece: i,
        }));
  return [
    { lane: "fire", label: say("screen-line-model-fire") },
    ...meat,
    { lane: "hands", label: say("screen-line-model-hands") },
  ];
}

export const inRow = (row: Row, block: Block) =>
  block.lane === row.lane && (row.piece === undefined || block.piece === row.piece);

/** The line of a cook: tasks where they really are, readings on the prediction. */
export function lineOfCook(cook: Schemas["CookOut"], piece: Schemas["CookPieceOut"]): LineModel {
  const eat = Date.parse(cook.eat_at);
  const since = (iso: string) => (Date.parse(iso) - eat) / 1000;
  const onOf = (of: Schemas["CookPieceOut"]) => {
    const on = cook.expected.find((e) => e.piece_id === of.id && e.key === "on");
    return on ? since(on.start_at) : of.result.on_s;
  };
  const coreOf = (of: Schemas["CookPieceOut"], ahead: Schemas["AheadOut"] | null | undefined): Point[] =>
    ahead
      ? ahead.time_s.map((s, i) => ({ s, c: ahead.core_c[i] ?? 0 }))
      : of.result.curve.time_s.map((t, i) => ({ s: onOf(of) + t, c: of.result.curve.core_c[i] ?? 0 }));
  const aheadOf = (of: Schemas["CookPieceOut"]) => cook.outlooks.find((o) => o.piece_id === of.id)?.ahead;
  const base = lineOf(piece.result, onOf(piece));
  const ahead = aheadOf(piece);
  const measured = runs(
    cook.readings
      .filter((r) => r.piece_id === piece.id && r.source === "tip")
      .map((r) => ({ s: since(r.at), c: r.temp_c })),
  );
  const several = cook.pieces.length > 1;
  const position = new Map(cook.pieces.map((p) => [p.id, p.position]));
  const own = cook.expected.filter((e) => e.piece_id !== null);
  const blocks = own.map((e) => ({
    key: several ? `${e.piece_id}:${e.key}` : e.key,
    lane: e.lane as Block["lane"],
    name: e.name,
    start: since(e.start_at),
    end: since(e.end_at),
    state: e.state,
    ...(several ? { piece: position.get(e.piece_id ?? 0) ?? 0 } : {}),
  }));
  const others = cook.pieces
    .filter((p) => p.id !== piece.id)
    .map((p) => ({ name: p.name, number: p.position + 1, core: coreOf(p, aheadOf(p)) }));
  return {
    ...base,
    core: coreOf(piece, ahead),
    planned: ahead ? base.core : [],
    surface: ahead ? [] : base.surface,
    band: ahead
      ? ahead.time_s.map((s, i) => ({ s, low: ahead.core_low_c[i] ?? 0, high: ahead.core_high_c[i] ?? 0 }))
      : base.band,
    topC: ahead ? Math.max(base.finishC, base.agencyC ?? 0, ...ahead.core_high_c) + 8 : base.topC,
    measured,
    blocks,
    others,
    to: Math.max(base.to, ...blocks.map((b) => b.end)) + 60,
    from: Math.min(base.from, ...blocks.filter((b) => !b.key.endsWith("season")).map((b) => b.start - 60)),
  };
}

/** The block of a lane that holds at a moment. */
export const blockAt = (blocks: Block[], lane: Block["lane"], s: number) =>
  [...blocks].reverse().find((b) => b.lane === lane && s >= b.start && s < b.end);

/** A curve's value at a moment; beyond its last point that value holds for `holdS` seconds. */
export function valueAt(points: Point[], s: number, holdS = 0): number | null {
  const first = points[0];
  const last = points[points.length - 1];
  if (!first || !last || s < first.s || s > last.s + holdS) return null;
  if (s >= last.s) return last.c;
  const i = points.findIndex((p) => p.s >= s);
  const b = points[i]!;
  const a = points[Math.max(0, i - 1)]!;
  return b.s === a.s ? b.c : a.c + ((s - a.s) / (b.s - a.s)) * (b.c - a.c);
}
