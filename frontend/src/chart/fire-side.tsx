import type { Schemas } from "@/api/client";
import { say } from "@/words/say";

type Side = Schemas["FireSideOut"];
type Part = Side["parts"][number];

interface Lying {
  x_mm: number;
  width_mm: number;
}

interface Props {
  side: Side;
  /** What lies on the grate that is looked at. */
  food?: readonly Lying[];
  className?: string;
}

const PAINT: Record<Part["kind"], { fill: string; opacity?: number }> = {
  lit: { fill: "var(--c-ember)" },
  unlit: { fill: "var(--c-ash)", opacity: 0.55 },
  burner: { fill: "var(--c-probe)" },
  plate: { fill: "var(--c-ash)" },
  pan: { fill: "var(--c-seam)" },
  grate: { fill: "var(--c-ink)" },
  refuge: { fill: "none" },
};
const ROOM = 70;
const FOOD_MM = 34;

/** A fire from its front, drawn from its set-up: what glows where, what shields, how far it is open, where food can flee. */
export function FireSide({ side, food = [], className = "" }: Props) {
  const half = side.half_width_mm;
  const top = Math.max(0, ...side.parts.map((p) => p.high_mm));
  const dome = side.lid === "none" ? 60 : half * 0.62;
  const high = top + dome + ROOM;
  const wide = 2 * half + 2 * ROOM;
  const y = (mm: number) => high - mm;
  const floor = y(side.floor_mm);
  const refuge = side.parts.find((p) => p.kind === "refuge");
  return (
    <svg
      viewBox={`${-wide / 2} 0 ${wide} ${floor + ROOM}`}
      className={className}
      role="img"
      aria-label={told(side)}
      fontSize={wide / 19}
    >
      <path
        d={`M ${-half - 12} ${y(0)} V ${floor - 40} Q ${-half} ${floor + 14} ${-half * 0.55} ${floor + 14} H ${half * 0.55} Q ${half} ${floor + 14} ${half + 12} ${floor - 40} V ${y(0)}`}
        fill="none"
        stroke="var(--c-ash)"
        strokeOpacity={0.7}
        strokeWidth={9}
        strokeLinecap="round"
      />
      {side.lid === "shut" && (
        <path
          d={`M ${-half - 12} ${y(top) - 14} C ${-half} ${y(top + dome * 1.25)} ${half} ${y(top + dome * 1.25)} ${half + 12} ${y(top) - 14}`}
          fill="none"
          stroke="var(--c-ash)"
          strokeOpacity={0.7}
          strokeWidth={9}
          strokeLinecap="round"
        />
      )}
      {side.parts
        .filter((p) => p.kind !== "refuge")
        .map((p, i) => (
          <rect
            key={i}
            x={p.left_mm}
            y={y(p.high_mm)}
            width={p.right_mm - p.left_mm + 1.5}
            height={Math.max(p.high_mm - p.low_mm, 9)}
            rx={p.kind === "lit" || p.kind === "unlit" ? 0 : 3}
            {...PAINT[p.kind]}
          />
        ))}
      {refuge && (
        <g>
          <path
            d={`M ${refuge.left_mm} ${y(refuge.low_mm) - 14} v -10 H ${refuge.right_mm} v 10`}
            fill="none"
            stroke="var(--c-probe)"
            strokeWidth={5}
            strokeDasharray="14 9"
          />
          <text
            x={(refuge.left_mm + refuge.right_mm) / 2}
            y={y(refuge.low_mm) - 34 - (food.length > 0 ? FOOD_MM : 0)}
            textAnchor="middle"
            className="fill-ink font-semibold"
          >
            {say("screen-fire-side-refuge")}
          </text>
        </g>
      )}
      {food.map((f, i) => (
        <rect
          key={i}
          x={f.x_mm - f.width_mm / 2}
          y={y(side.grate_mm) - FOOD_MM}
          width={f.width_mm}
          height={FOOD_MM}
          rx={14}
          fill="#a8505a"
        />
      ))}
      <Vent share={side.bottom_share} x={0} y={floor + 14} up={false} />
      {side.lid === "shut" && <Vent share={side.top_share} x={0} y={y(top + dome * 0.95)} up />}
    </svg>
  );
}

/** How far a vent is open: a slot and the part of it that is. */
function Vent({ share, x, y, up }: { share: number | null | undefined; x: number; y: number; up: boolean }) {
  if (share === null || share === undefined) return null;
  return (
    <g>
      <rect x={x - 60} y={y - 7} width={120} height={14} rx={7} fill="var(--c-seam)" />
      <rect x={x - 60} y={y - 7} width={120 * share} height={14} rx={7} fill="var(--c-panel)" />
      <text x={x} y={up ? y - 18 : y + 38} textAnchor="middle" className="figure fill-ash">
        {say("screen-fire-side-open", { share: Math.round(share * 100) })}
      </text>
    </g>
  );
}

/** The drawing as a sentence. */
function told(side: Side): string {
  const span = (kind: Part["kind"]) => {
    const parts = side.parts.filter((p) => p.kind === kind);
    if (parts.length === 0) return null;
    return [Math.min(...parts.map((p) => p.left_mm)), Math.max(...parts.map((p) => p.right_mm))] as const;
  };
  const where = (kind: Part["kind"]) => {
    const found = span(kind);
    if (!found) return null;
    const middle = (found[0] + found[1]) / 2 / side.half_width_mm;
    return middle < -0.15
      ? say("screen-fire-side-left")
      : middle > 0.15
        ? say("screen-fire-side-right")
        : say("screen-fire-side-middle");
  };
  const named: [Part["kind"], (there: string) => string][] = [
    ["lit", (there) => say("screen-fire-side-glowing", { there })],
    ["unlit", (there) => say("screen-fire-side-waiting", { there })],
    ["burner", (there) => say("screen-fire-side-burners", { there })],
    ["plate", (there) => say("screen-fire-side-plate", { there })],
    ["pan", (there) => say("screen-fire-side-pan", { there })],
    ["refuge", (there) => say("screen-fire-side-flee", { there })],
  ];
  const parts = named.flatMap(([kind, said]) => {
    const there = where(kind);
    return there === null ? [] : [said(there)];
  });
  return say("screen-fire-side-from-the-front", { parts: parts.join("; ") });
}
