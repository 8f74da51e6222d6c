import { useEffect, useRef, useState } from "react";

import type { PieceResult, Reference } from "@/api/hooks";
import { tempText, type System } from "@/units/units";

import { css, HEAT, sampled } from "./palette";

type Grate = Reference["grates"][number];

interface Props {
  grate: Grate;
  zones: PieceResult["zones"];
  /** The zone the food is over, or null while it is off the fire. */
  zone: string | null;
  where: string;
  radiusMm: number;
  system: System;
}

const SIZE = 300;

/** The grate from above: computed heat, the coals under it, and the food where it lies. */
export function GrateView({ grate, zones, zone, where, radiusMm, system }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [spot, setSpot] = useState<{ x: number; y: number } | null>(null);
  const scale = SIZE / (2 * grate.radius_m);
  const toX = (x: number) => (x + grate.radius_m) * scale;
  const toY = (y: number) => (grate.radius_m - y) * scale;
  const rows = grate.temp_c.length;
  const at = (x: number, y: number): number | null => {
    const col = Math.round((x + grate.radius_m) / grate.step_m);
    const row = Math.round((y + grate.radius_m) / grate.step_m);
    return grate.temp_c[row]?.[col] ?? null;
  };

  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    const small = document.createElement("canvas");
    small.width = small.height = rows;
    const image = new ImageData(rows, rows);
    grate.temp_c.forEach((line, r) => line.forEach((t, c) => {
      const i = ((rows - 1 - r) * rows + c) * 4;
      const [red, green, blue] = sampled(HEAT, t);
      image.data.set([red, green, blue, 255], i);
    }));
    small.getContext("2d")?.putImageData(image, 0, 0);
    context.clearRect(0, 0, SIZE, SIZE);
    context.save();
    context.beginPath();
    context.arc(SIZE / 2, SIZE / 2, SIZE / 2 - 2, 0, 2 * Math.PI);
    context.clip();
    context.imageSmoothingQuality = "high";
    context.drawImage(small, 0, 0, SIZE, SIZE);
    context.restore();
  }, [grate, rows]);

  const place = grate.places.find((p) => p.zone === zone);
  const [left, right, front, back] = grate.bed_m as [number, number, number, number];
  const read = spot ? at(spot.x, spot.y) : null;
  const move = (x: number, y: number) => setSpot(Math.hypot(x, y) < grate.radius_m ? { x, y } : null);
  return (
    <figure className="m-0 flex h-full flex-col gap-2">
      <figcaption className="flex items-baseline justify-between gap-3">
        <h2 className="m-0 text-base">Grate <span className="kicker ml-1">from above</span></h2>
        <span className="figure text-sm text-ash" aria-live="polite">{read === null ? where : `${tempText(system, read)} at this spot`}</span>
      </figcaption>
      <div
        role="application"
        aria-label={`Grate seen from above. ${zones.map((z) => `${z.name}: ${tempText(system, z.shown_c)}`).join(". ")}. Food: ${where}. Arrow keys read the heat at a spot.`}
        tabIndex={0}
        className="relative mx-auto w-full max-w-[15rem]"
        onPointerMove={(e) => {
          const box = e.currentTarget.getBoundingClientRect();
          move(((e.clientX - box.left) / box.width * 2 - 1) * grate.radius_m, (1 - (e.clientY - box.top) / box.height * 2) * grate.radius_m);
        }}
        onPointerLeave={() => setSpot(null)}
        onKeyDown={(e) => {
          const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key];
          if (!step) return;
          e.preventDefault();
          const from = spot ?? { x: place?.x_m ?? 0, y: place?.y_m ?? 0 };
          move(from.x + step[0]! * grate.step_m, from.y + step[1]! * grate.step_m);
        }}
      >
        <canvas ref={canvas} width={SIZE} height={SIZE} className="block w-full" aria-hidden />
        <svg viewBox={`0 0 ${SIZE} ${SIZE}`} className="absolute inset-0 h-full w-full" aria-hidden>
          <circle cx={SIZE / 2} cy={SIZE / 2} r={SIZE / 2 - 2} fill="none" stroke="var(--c-seam)" strokeWidth={4} />
          {Array.from({ length: 13 }, (_, i) => {
            const x = (SIZE / 14) * (i + 1);
            const half = Math.sqrt((SIZE / 2 - 4) ** 2 - (x - SIZE / 2) ** 2);
            return <line key={x} x1={x} x2={x} y1={SIZE / 2 - half} y2={SIZE / 2 + half} stroke="#0b0a0a" strokeOpacity={0.42} strokeWidth={2} />;
          })}
          <rect x={toX(left)} y={toY(back)} width={(right - left) * scale} height={(back - front) * scale} rx={8} fill="none" stroke="#fff3d6" strokeOpacity={0.8} strokeDasharray="1 7" strokeLinecap="round" strokeWidth={3} />
          {zones.map((z) => {
            const p = grate.places.find((each) => each.zone === z.key);
            return p && (
              <g key={z.key} transform={`translate(${toX(p.x_m)} ${toY(p.y_m) + 76})`}>
                <text textAnchor="middle" className="figure" fontSize={20} fill={z.role === "sear" ? "#160c06" : "#fff6ea"} stroke={z.role === "sear" ? "#fdeeb8" : "#20242c"} strokeWidth={3} paintOrder="stroke">{tempText(system, z.shown_c)}</text>
              </g>
            );
          })}
          {place && (
            <g>
              <ellipse cx={toX(place.x_m)} cy={toY(place.y_m)} rx={(radiusMm / 1000) * scale} ry={(radiusMm / 1000) * scale * 0.86} fill="#7a2c2c" stroke="#fff3e6" strokeWidth={3} />
              <path d={`M ${toX(place.x_m) - 16} ${toY(place.y_m) + 6} q 16 -18 34 -6`} fill="none" stroke="#f2d9c9" strokeOpacity={0.75} strokeWidth={4} strokeLinecap="round" />
            </g>
          )}
          {spot && <path d={`M ${toX(spot.x) - 8} ${toY(spot.y)} h 16 M ${toX(spot.x)} ${toY(spot.y) - 8} v 16`} stroke="#fff" strokeWidth={2} />}
        </svg>
      </div>
      <div className="flex items-center gap-2 text-xs text-ash">
        <span className="figure">{tempText(system, 60)}</span>
        <span className="h-2 flex-1 rounded-[1px]" style={{ background: `linear-gradient(90deg, ${HEAT.map((s) => `${css(sampled(HEAT, s.at))} ${((s.at - 60) / 460) * 100}%`).join(", ")})` }} />
        <span className="figure">{tempText(system, 520)}</span>
      </div>
      <p className="m-0 text-xs text-ash">Radiant heat from below; the dotted outline is the coals.</p>
    </figure>
  );
}
