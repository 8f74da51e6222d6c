import type { Schemas } from "@/api/client";

import { HEAT, sampled } from "./palette";

export type HeatMap = Schemas["MapOut"];

/** Round the grate, so that its rim is drawn whole. */
export const MARGIN_MM = 12;

/** The rods of a grate, and its rim. */
export function Rods({
  map,
  toX,
  toY,
}: {
  map: HeatMap;
  toX: (x: number) => number;
  toY: (y: number) => number;
}) {
  const a = map.width_mm / 2;
  const b = map.depth_mm / 2;
  const count = Math.floor(map.width_mm / 26);
  const round = map.shape === "round";
  const path = Array.from({ length: count }, (_, i) => {
    const x = -a + ((i + 1) * map.width_mm) / (count + 1);
    const half = round ? b * Math.sqrt(Math.max(0, 1 - (x / a) ** 2)) : b;
    return `M ${toX(x)} ${toY(half)} V ${toY(-half)}`;
  }).join(" ");
  return (
    <>
      <path d={path} stroke="#0b0a0a" strokeOpacity={0.33} strokeWidth={4} fill="none" />
      {round ? (
        <ellipse cx={toX(0)} cy={toY(0)} rx={a} ry={b} fill="none" stroke="var(--c-seam)" strokeWidth={8} />
      ) : (
        <rect
          x={toX(-a)}
          y={toY(b)}
          width={2 * a}
          height={2 * b}
          rx={8}
          fill="none"
          stroke="var(--c-seam)"
          strokeWidth={8}
        />
      )}
    </>
  );
}

/** Heat, as a picture under the rods. */
export function paint(context: CanvasRenderingContext2D, map: HeatMap) {
  const { width, height } = context.canvas;
  const [rows, columns] = [map.y_mm.length, map.x_mm.length];
  const small = document.createElement("canvas");
  small.width = columns;
  small.height = rows;
  const image = new ImageData(columns, rows);
  const near = (r: number, c: number) => {
    for (const [dr, dc] of [
      [0, 0],
      [0, 1],
      [0, -1],
      [1, 0],
      [-1, 0],
      [1, 1],
      [-1, -1],
      [1, -1],
      [-1, 1],
    ] as const) {
      const t = map.equivalent_c[r + dr]?.[c + dc];
      if (t != null) return t;
    }
    return null;
  };
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      const t = near(r, c);
      if (t === null) continue;
      const [red, green, blue] = sampled(HEAT, t);
      image.data.set([red, green, blue, 255], ((rows - 1 - r) * columns + c) * 4);
    }
  small.getContext("2d")?.putImageData(image, 0, 0);
  context.clearRect(0, 0, width, height);
  context.save();
  const scale = width / (map.width_mm + 2 * MARGIN_MM);
  context.translate(width / 2, height / 2);
  context.beginPath();
  if (map.shape === "round")
    context.ellipse(0, 0, (map.width_mm / 2) * scale, (map.depth_mm / 2) * scale, 0, 0, 2 * Math.PI);
  else
    context.roundRect(
      (-map.width_mm / 2) * scale,
      (-map.depth_mm / 2) * scale,
      map.width_mm * scale,
      map.depth_mm * scale,
      8 * scale,
    );
  context.clip();
  context.imageSmoothingQuality = "high";
  const stepX = (map.x_mm[1]! - map.x_mm[0]!) * scale;
  const stepY = (map.y_mm[1]! - map.y_mm[0]!) * scale;
  context.drawImage(
    small,
    map.x_mm[0]! * scale - stepX / 2,
    -map.y_mm[rows - 1]! * scale - stepY / 2,
    columns * stepX,
    rows * stepY,
  );
  context.restore();
}
