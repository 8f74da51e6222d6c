import { type KeyboardEvent, type PointerEvent, useEffect, useId, useRef, useState } from "react";

import { fluxText, handText, type System, tempText } from "@/units/units";

import { at as readAt, beds, inside, labels, type Spot } from "./grate-model";
import { type HeatMap, MARGIN_MM, paint, Rods } from "./grate-paint";
import { type Item, Thing } from "./grate-thing";
import { say } from "@/words/say";

interface Props {
  map: HeatMap;
  items: Item[];
  system: System;
  label: string;
  onMove?: ((key: string, to: Spot) => void) | undefined;
  chosen?: string | null;
  onChoose?: (key: string) => void;
  /** Names of the zones, written on the grate. */
  named?: boolean;
  revision?: string | number;
  maxHeight?: string;
}

const STEP_MM = 10;

/** A grate from above: heat painted, what glows beneath, what lies on it, and a read-out at any spot. */
export function GrateSurface({
  map,
  items,
  system,
  label,
  onMove,
  chosen,
  onChoose,
  named = false,
  revision,
  maxHeight = "30rem",
}: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useRef<HTMLDivElement>(null);
  const held = useRef<{ key: string; dx: number; dy: number } | null>(null);
  const [spot, setSpot] = useState<Spot | null>(null);
  const pattern = useId();
  const width = map.width_mm + 2 * MARGIN_MM;
  const depth = map.depth_mm + 2 * MARGIN_MM;
  const toX = (x: number) => x + width / 2;
  const toY = (y: number) => depth / 2 - y;

  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    paint(context, map);
  }, [map]);

  const movable = Boolean(onMove);
  useEffect(() => {
    const grate = box.current;
    if (!grate || !movable) return;
    // a finger on a piece drags it; anywhere else it scrolls the page. React's own listeners are passive and cannot say so
    const hold = (e: TouchEvent) => {
      if ((e.target as Element).closest("[data-thing]")) e.preventDefault();
    };
    grate.addEventListener("touchstart", hold, { passive: false });
    return () => grate.removeEventListener("touchstart", hold);
  }, [movable]);

  const where = (e: PointerEvent): Spot => {
    const r = box.current!.getBoundingClientRect();
    return {
      x_mm: ((e.clientX - r.left) / r.width - 0.5) * width,
      y_mm: (0.5 - (e.clientY - r.top) / r.height) * depth,
    };
  };
  const look = (to: Spot) => setSpot(inside(map, to) ? to : null);
  const read = spot && readAt(map, spot);
  const step = (e: KeyboardEvent, from: Spot): Spot | null => {
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key];
    if (!way) return null;
    e.preventDefault();
    const far = STEP_MM * (e.shiftKey ? 5 : 1);
    return { x_mm: from.x_mm + way[0]! * far, y_mm: from.y_mm + way[1]! * far };
  };
  const size = Math.min(map.width_mm, map.depth_mm);
  return (
    <figure className="m-0 flex flex-col gap-1" data-revision={revision}>
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions -- an application takes keys */}
      <div
        ref={box}
        role="application"
        aria-label={say("screen-grate-surface-arrow-keys-read-the-heat-at", { label })}
        tabIndex={0}
        className="relative mx-auto w-full"
        style={{ aspectRatio: `${width} / ${depth}`, maxWidth: `calc(${maxHeight} * ${width / depth})` }}
        onPointerMove={(e) => {
          const to = where(e);
          if (held.current && onMove)
            onMove(held.current.key, { x_mm: to.x_mm - held.current.dx, y_mm: to.y_mm - held.current.dy });
          else look(to);
        }}
        onPointerUp={() => {
          held.current = null;
        }}
        onPointerCancel={() => {
          held.current = null;
        }}
        onPointerLeave={() => {
          if (!held.current) setSpot(null);
        }}
        onKeyDown={(e) => {
          if (e.target === e.currentTarget) {
            const to = step(e, spot ?? { x_mm: 0, y_mm: 0 });
            if (to) look(to);
          }
        }}
      >
        <canvas
          ref={canvas}
          width={720}
          height={Math.round((720 * depth) / width)}
          className="block h-full w-full"
          aria-hidden
        />
        <svg viewBox={`0 0 ${width} ${depth}`} className="absolute inset-0 h-full w-full overflow-visible">
          <defs>
            <pattern id={`${pattern}lit`} width="30" height="26" patternUnits="userSpaceOnUse">
              <ellipse cx="8" cy="7" rx="6.500" ry="5" fill="#fff3d6" fillOpacity="0.5" />
              <ellipse cx="23" cy="20" rx="6.500" ry="5" fill="#fff3d6" fillOpacity="0.5" />
            </pattern>
            <pattern id={`${pattern}cold`} width="30" height="26" patternUnits="userSpaceOnUse">
              <ellipse cx="8" cy="7" rx="7" ry="5.500" fill="#0c0a09" stroke="#8d8178" strokeWidth="1" />
              <ellipse cx="23" cy="20" rx="7" ry="5.500" fill="#0c0a09" stroke="#8d8178" strokeWidth="1" />
            </pattern>
          </defs>
          <g aria-hidden>
            {beds(map.fire).map((b) => {
              const [x, y, w, h] = [
                toX(b.left_mm),
                toY(b.back_mm),
                b.right_mm - b.left_mm,
                b.back_mm - b.front_mm,
              ];
              const key = `${b.name}${b.left_mm}${b.front_mm}`;
              if (b.kind === "lit")
                return <rect key={key} x={x} y={y} width={w} height={h} fill={`url(#${pattern}lit)`} />;
              if (b.kind === "unlit")
                return <rect key={key} x={x} y={y} width={w} height={h} fill={`url(#${pattern}cold)`} />;
              if (b.kind === "burner")
                return (
                  <g key={key}>
                    <rect
                      x={x}
                      y={y}
                      width={w}
                      height={h}
                      rx={10}
                      fill="none"
                      stroke="#fff3d6"
                      strokeOpacity={0.75}
                      strokeWidth={3}
                      strokeDasharray="2 9"
                      strokeLinecap="round"
                    />
                    <path
                      d={`M ${x + w / 2} ${y + 14} V ${y + h - 14}`}
                      stroke="#fff3d6"
                      strokeOpacity={0.8}
                      strokeWidth={4}
                      strokeLinecap="round"
                      strokeDasharray="1 12"
                    />
                  </g>
                );
              return (
                <rect
                  key={key}
                  x={x}
                  y={y}
                  width={w}
                  height={h}
                  rx={8}
                  fill="#0a0f14"
                  fillOpacity={b.kind === "pan" ? 0.35 : 0.12}
                  stroke="#dfe7ee"
                  strokeOpacity={b.kind === "pan" ? 0.6 : 0}
                  strokeWidth={2}
                />
              );
            })}
            <Rods map={map} toX={toX} toY={toY} />
            {named &&
              labels(map).map(({ z, up }) => (
                <g
                  key={z.key}
                  transform={`translate(${toX(z.x_mm)} ${toY(z.y_mm + map.depth_mm * (up ? 0.3 : -0.32))})`}
                  className="figure"
                  textAnchor="middle"
                  fill="#fff8ee"
                  stroke="#17110d"
                  strokeWidth={size / 90}
                  paintOrder="stroke"
                  strokeLinejoin="round"
                >
                  <text fontSize={size / 19} y={-size / 60}>
                    {z.name}
                  </text>
                  <text fontSize={size / 15} y={size / 20}>
                    {tempText(system, z.equivalent_c)}
                  </text>
                </g>
              ))}
          </g>
          {items.map((item) => (
            <Thing
              key={item.key}
              item={item}
              silent={
                item.kind === "place" &&
                items.some(
                  (o) =>
                    o.kind !== "place" &&
                    Math.hypot(o.x_mm - item.x_mm, o.y_mm - item.y_mm) < o.depth_mm / 2 + 110,
                )
              }
              x={toX(item.x_mm)}
              y={toY(item.y_mm)}
              size={size}
              chosen={chosen === item.key}
              movable={movable}
              onHold={(e) => {
                onChoose?.(item.key);
                if (!onMove) return;
                e.preventDefault();
                (e.currentTarget as Element).setPointerCapture?.(e.pointerId);
                const from = where(e);
                held.current = { key: item.key, dx: from.x_mm - item.x_mm, dy: from.y_mm - item.y_mm };
                setSpot(null);
              }}
              onKey={(e) => {
                const to = onMove && step(e, item);
                if (to) {
                  e.stopPropagation();
                  onMove(item.key, to);
                }
              }}
              onFocus={() => onChoose?.(item.key)}
            />
          ))}
          {spot && (
            <path
              aria-hidden
              d={`M ${toX(spot.x_mm) - 12} ${toY(spot.y_mm)} h 24 M ${toX(spot.x_mm)} ${toY(spot.y_mm) - 12} v 24`}
              stroke="#fff"
              strokeWidth={3}
              style={{ pointerEvents: "none" }}
            />
          )}
        </svg>
      </div>
      <figcaption className="figure min-h-5 text-center text-sm text-ash" aria-live="polite">
        {read
          ? say("screen-grate-surface-to-food-here-palm", {
              equivalent: tempText(system, read.equivalent_c),
              flux_text: fluxText(read.flux_kw_m2),
              hand_text: handText(read.hand_s),
            })
          : say("screen-grate-surface-point-at-a-spot-to-read")}
      </figcaption>
    </figure>
  );
}
