import type { Schemas } from "@/api/client";
import { kept, type Spot } from "@/chart/grate-model";

export type FireReference = Schemas["FireReference"];
export type Kind = Schemas["GrillKind"];
export type Setup = Schemas["SetupIn"];
export type Kept = Schemas["OwnFireIn"];

export interface Food {
  key: string;
  cut: string;
  x_mm: number;
  y_mm: number;
}

/** A fire as it is being built: the grill, how it is set, and what lies where. */
export interface FireDraft {
  /** Key of a shipped grill, or own:id of one in the yard. */
  grill: string;
  setup: Setup;
  grate: string;
  foods: Food[];
  gentle: Spot;
  sear: Spot;
}

export const kindOf = (reference: FireReference, setup: Setup): Kind => {
  const like = typeof setup.grill === "string" ? setup.grill : setup.grill.like;
  return reference.grills.find((g) => g.key === like) ?? reference.grills[0]!;
};

/** What the server says of a fire, as something that can be sent again. */
export function sent(grill: Setup["grill"], told: Schemas["SetupOut"], weather: Setup["weather"]): Setup {
  return {
    grill,
    charcoal:
      told.layout && told.charcoal_kg !== null && told.charcoal_kg !== undefined
        ? {
            layout: told.layout,
            amount: told.charcoal_kg,
            unit: "kg",
            fuel: told.fuel ?? "briquettes",
            side: told.side === "left" ? "left" : "right",
            wood: told.wood ?? "none",
          }
        : null,
    bottom_share: told.bottom_share,
    top_share: told.top_share,
    knobs: told.knobs.length ? told.knobs : null,
    set_c: told.set_c ?? null,
    lid_open: told.lid_open,
    deflector: told.deflector,
    drip_pan: told.drip_pan,
    smoker_box: told.smoker_box === "none" ? null : told.smoker_box,
    coal_tray_kg: told.coal_tray_kg || null,
    weather,
  };
}

export function draftFor(
  kind: Kind,
  grill: string,
  spec: Setup["grill"],
  weather: Setup["weather"],
): FireDraft {
  const grate = kind.grates[0]!;
  const far = kind.has_lid ? grate.width_mm * 0.27 : grate.width_mm < 300 ? 0 : grate.width_mm * 0.2;
  return {
    grill,
    setup: sent(spec, kind.usual, weather),
    grate: grate.key,
    foods: [],
    gentle: { x_mm: -Math.round(far), y_mm: 0 },
    sear: { x_mm: Math.round(far), y_mm: 0 },
  };
}

const PAN = "pan:";
export const isPan = (food: Pick<Food, "cut">) => food.cut.startsWith(PAN);

/** A pan to choose: one that ships, or one of the yard. */
export interface Pan {
  cut: string;
  name: string;
  own: boolean;
  ware: string;
  width_mm: number;
  depth_mm: number;
  heat_j_k: number;
}

export const panChoices = (reference: FireReference, own: Schemas["PanOut"][]): Pan[] => [
  ...own.map((p) => ({
    cut: `${PAN}own${p.id}`,
    name: p.name,
    own: true,
    ware: p.like,
    width_mm: p.width_mm,
    depth_mm: p.depth_mm,
    heat_j_k: p.heat_j_k,
  })),
  ...reference.wares
    .filter((w) => w.key !== "drip_pan")
    .map((w) => ({
      cut: PAN + w.key,
      name: w.name,
      own: false,
      ware: w.key,
      width_mm: w.width_mm,
      depth_mm: w.depth_mm,
      heat_j_k: w.heat_j_k,
    })),
];

/** Pans as the server takes them: those on the grate. */
export function pans(choices: Pan[], draft: FireDraft) {
  return draft.foods.filter(isPan).flatMap((f) => {
    const pan = choices.find((p) => p.cut === f.cut);
    return pan
      ? [
          {
            key: f.key,
            ware: pan.ware,
            x_mm: f.x_mm,
            y_mm: f.y_mm,
            width_mm: pan.width_mm,
            depth_mm: pan.depth_mm,
            heat_j_k: pan.heat_j_k,
          },
        ]
      : [];
  });
}

/** Food as the server takes it. */
export function placed(reference: FireReference, draft: FireDraft): Schemas["PlacedIn"][] {
  return draft.foods
    .filter((f) => !isPan(f))
    .map((f) => {
      const cut = reference.foods.find((c) => c.key === f.cut)!;
      return {
        key: f.key,
        x_mm: f.x_mm,
        y_mm: f.y_mm,
        width_mm: cut.width_mm,
        depth_mm: cut.depth_mm,
        thickness_mm: cut.thickness_mm,
        fat_share: cut.fat_share,
        grate: draft.grate,
      };
    });
}

/** The draft with one thing moved; what is dragged off stays at the rim. */
export function withMoved(
  draft: FireDraft,
  map: Parameters<typeof kept>[0],
  key: string,
  to: Spot,
): FireDraft {
  const spot = kept(map, to);
  if (key === "gentle" || key === "sear") return { ...draft, [key]: spot };
  return { ...draft, foods: draft.foods.map((f) => (f.key === key ? { ...f, ...spot } : f)) };
}

/** One more piece, beside those that lie there. */
export function withFood(
  draft: FireDraft,
  cut: string,
  map: Parameters<typeof kept>[0],
  size = { width_mm: 120, depth_mm: 120 },
): FireDraft {
  const number = draft.foods.reduce((most, f) => Math.max(most, Number(f.key.split(" ").pop())), 0) + 1;
  const step = (draft.foods.length % 5) - 2;
  const room = {
    ...map,
    width_mm: Math.max(20, map.width_mm - size.width_mm),
    depth_mm: Math.max(20, map.depth_mm - size.depth_mm),
  };
  const spot = kept(room, {
    x_mm: draft.gentle.x_mm + (draft.foods.length % 2) * 40,
    y_mm: step * map.depth_mm * 0.12,
  });
  return { ...draft, foods: [...draft.foods, { key: `${cut} ${number}`, cut, ...spot }] };
}

export function opened(
  kept: Kept,
  weather: Setup["weather"],
  reference: FireReference,
  grill: string,
): FireDraft {
  const kind = kindOf(reference, kept.setup);
  return {
    grill,
    setup: { ...sent(kept.setup.grill, kind.usual, weather), ...withoutNulls(kept.setup), weather },
    grate: kept.gentle.grate ?? kind.grates[0]!.key,
    foods: [],
    gentle: { x_mm: kept.gentle.x_mm, y_mm: kept.gentle.y_mm },
    sear: { x_mm: kept.sear.x_mm, y_mm: kept.sear.y_mm },
  };
}

function withoutNulls<T extends object>(value: T): Partial<T> {
  return Object.fromEntries(
    Object.entries(value).filter(([, v]) => v !== null && v !== undefined),
  ) as Partial<T>;
}

/** Points of a curve as an SVG path, gaps where there is no value. */
export function curve(
  points: readonly (readonly [number, number | null | undefined])[],
  x: (v: number) => number,
  y: (v: number) => number,
): string {
  let path = "";
  let pen = false;
  for (const [t, v] of points) {
    if (v === null || v === undefined) {
      pen = false;
      continue;
    }
    path += `${pen ? "L" : "M"}${x(t).toFixed(1)} ${y(v).toFixed(1)}`;
    pen = true;
  }
  return path;
}

/** What each thing on the grate is called: numbered where two are alike. */
export function named(reference: FireReference, choices: Pan[], draft: FireDraft): Record<string, string> {
  return Object.fromEntries(
    draft.foods.map((f) => {
      const same = draft.foods.filter((g) => g.cut === f.cut);
      const name =
        reference.foods.find((c) => c.key === f.cut)?.name ??
        choices.find((p) => p.cut === f.cut)?.name ??
        f.cut;
      return [f.key, same.length > 1 ? `${name} ${same.indexOf(f) + 1}` : name];
    }),
  );
}
