import type { Schemas } from "@/api/client";

import { valueAt } from "./line-model";
import { sampled, type Rgb, type Stop } from "./palette";

type SectionIn = Schemas["SectionOut"];

/** The computed section of a piece over time, unpacked. */
export interface Section {
  rows: number;
  columns: number;
  thicknessMm: number;
  /** Half the width, or all of it where a bone lies along one edge. */
  halfWidthMm: number;
  boneMm: number;
  middleColumn: number;
  timeS: readonly number[];
  temp: Uint8Array;
  peak: Uint8Array;
}

const bytes = (text: string) => Uint8Array.from(atob(text), (c) => c.charCodeAt(0));

export const unpacked = (s: SectionIn): Section => ({
  rows: s.rows,
  columns: s.columns,
  thicknessMm: s.thickness_mm,
  halfWidthMm: s.half_width_mm,
  boneMm: s.bone_mm ?? 0,
  middleColumn: s.middle_column ?? 0,
  timeS: s.time_s,
  temp: bytes(s.temp),
  peak: bytes(s.peak),
});

/** Index of the last frame at or before a time since putting the piece on. */
export function frameAt(section: Section, sinceOnS: number): number {
  let found = 0;
  section.timeS.forEach((t, i) => {
    if (t <= sinceOnS + 1) found = i;
  });
  return found;
}

/** All that is shown from left to right [mm]: a piece with a bone is whole already, others are mirrored. */
export const widthMm = (section: Section) => (section.boneMm > 0 ? 1 : 2) * section.halfWidthMm;

const BONE: Rgb = [226, 214, 190];

/** Colours of a frame as RGBA pixels, mirrored about the middle unless a bone lies along one edge, face a at the bottom. */
export function pixels(section: Section, frame: number, ramp: readonly Stop[]): ImageData {
  const { rows, columns } = section;
  const boned = section.boneMm > 0;
  const boneColumns = (section.boneMm / section.halfWidthMm) * columns - 0.5;
  const width = boned ? columns : columns * 2;
  const image = new ImageData(width, rows);
  const size = rows * columns;
  const cache = new Map<number, Rgb>();
  for (let row = 0; row < rows; row++) {
    for (let col = 0; col < columns; col++) {
      const value = section.peak[frame * size + row * columns + col] ?? 0;
      let colour = cache.get(value);
      if (!colour) {
        colour = sampled(ramp, value);
        cache.set(value, colour);
      }
      if (boned && col < boneColumns) colour = BONE;
      for (const x of boned ? [col] : [columns + col, columns - 1 - col]) {
        const at = ((rows - 1 - row) * width + x) * 4;
        image.data[at] = colour[0];
        image.data[at + 1] = colour[1];
        image.data[at + 2] = colour[2];
        image.data[at + 3] = 255;
      }
    }
  }
  return image;
}

/** The hottest that either face has been by a frame, on the axis [°C]. */
export function facePeaks(section: Section, frame: number): { bottomC: number; topC: number } {
  const { rows, columns, peak, middleColumn } = section;
  const at = (row: number) => peak[frame * rows * columns + row * columns + middleColumn] ?? 0;
  return { bottomC: at(0), topC: at(rows - 1) };
}

export interface SpotTemps {
  middleC: number;
  bottomC: number;
  topC: number;
}

/** The core by the curve at a moment since it went on: one figure for the Line, the Face and the head of the page. */
export function coreAt(curve: Schemas["CurveOut"], sinceOnS: number): number | null {
  return valueAt(
    curve.time_s.map((s, i) => ({ s, c: curve.core_c[i] ?? 0 })),
    sinceOnS,
    Infinity,
  );
}

/** Temperatures on the middle line of a frame: the middle and just under both faces. */
export function spots(section: Section, frame: number): SpotTemps {
  const size = section.rows * section.columns;
  const at = (row: number) => section.temp[frame * size + row * section.columns + section.middleColumn] ?? 0;
  return { middleC: at(Math.floor(section.rows / 2)), bottomC: at(0), topC: at(section.rows - 1) };
}
