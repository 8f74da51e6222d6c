import type { KeyboardEvent, PointerEvent } from "react";
import { say } from "@/words/say";

/** Something that lies on the grate, or a place that is meant for it. */
export interface Item {
  key: string;
  label: string;
  x_mm: number;
  y_mm: number;
  width_mm: number;
  depth_mm: number;
  kind: "food" | "pan" | "place";
  /** Read to those who do not see it. */
  said?: string;
}

interface ThingProps {
  item: Item;
  /** Its label would lie under another. */
  silent: boolean;
  x: number;
  y: number;
  size: number;
  chosen: boolean;
  movable: boolean;
  onHold: (e: PointerEvent) => void;
  onKey: (e: KeyboardEvent) => void;
  onFocus: () => void;
}

/** One of them, to be held, moved with the arrow keys, or chosen. */
export function Thing({ item, silent, x, y, size, chosen, movable, onHold, onKey, onFocus }: ThingProps) {
  const rx = item.width_mm / 2;
  const ry = item.depth_mm / 2;
  const food = item.kind === "food";
  const pan = item.kind === "pan";
  return (
    <g
      data-thing
      role="button"
      tabIndex={0}
      aria-label={`${item.label}${item.said ? `, ${item.said}` : ""}${movable ? say("screen-grate-thing-arrow-keys-move-it") : ""}`}
      aria-pressed={chosen}
      style={{ cursor: movable ? "grab" : "default", touchAction: "none" }}
      onPointerDown={onHold}
      onKeyDown={onKey}
      onFocus={onFocus}
    >
      <ellipse cx={x} cy={y} rx={Math.max(rx, 22)} ry={Math.max(ry, 22)} fill="transparent" />
      {food ? (
        <>
          <ellipse
            cx={x}
            cy={y}
            rx={rx}
            ry={ry}
            fill="#7a2c2c"
            stroke={chosen ? "#fff" : "#fff3e6"}
            strokeWidth={chosen ? 7 : 4}
          />
          <path
            d={`M ${x - rx * 0.5} ${y + ry * 0.1} q ${rx * 0.5} ${-ry * 0.6} ${rx} ${-ry * 0.15}`}
            fill="none"
            stroke="#f2d9c9"
            strokeOpacity={0.75}
            strokeWidth={5}
            strokeLinecap="round"
          />
        </>
      ) : pan ? (
        <>
          <ellipse
            cx={x}
            cy={y}
            rx={rx}
            ry={ry}
            fill="#191716"
            fillOpacity={0.82}
            stroke={chosen ? "#fff" : "#8b8078"}
            strokeWidth={chosen ? 7 : 5}
          />
          <ellipse cx={x} cy={y} rx={rx * 0.82} ry={ry * 0.82} fill="none" stroke="#4c4540" strokeWidth={4} />
        </>
      ) : (
        <ellipse
          cx={x}
          cy={y}
          rx={rx}
          ry={ry}
          fill="#000"
          fillOpacity={0.08}
          stroke="#fff"
          strokeWidth={chosen ? 8 : 5}
          strokeDasharray="16 9"
        />
      )}
      {!silent && (
        <text
          x={x}
          y={y + ry + size / 22}
          textAnchor="middle"
          className="figure"
          fontSize={size / 22}
          fill="#fff8ee"
          stroke="#17110d"
          strokeWidth={size / 110}
          paintOrder="stroke"
          strokeLinejoin="round"
          style={{ pointerEvents: "none" }}
        >
          {item.label}
        </text>
      )}
    </g>
  );
}
