import type { Reference } from "@/api/hooks";

import type { Stop } from "./palette";

type Cut = Reference["cuts"][number];

/** How a cut is painted: its colours with their words, and what its inside is of. */
export interface Look {
  tissue: Cut["tissue"];
  ground: boolean;
  fatShare: number;
  stops: readonly (Stop & { word: string })[];
}

/** The look of a cut; of red meat where the cut is not known. */
export function lookOf(reference: Pick<Reference, "cuts" | "colours">, key: string): Look {
  const cut = reference.cuts.find((c) => c.key === key);
  const tissue = cut?.tissue ?? "red";
  const stops = reference.colours.find((c) => c.tissue === tissue)?.stops ?? [];
  return {
    tissue,
    ground: cut?.ground ?? false,
    fatShare: cut?.fat_share ?? 0,
    stops: stops.map((s) => ({ at: s.temp_c, colour: s.colour, word: s.word })),
  };
}

/** The word of the nearest stop: what somebody who does not see the colour reads. */
export const colourWord = ({ stops }: Look, c: number) =>
  stops.length === 0 ? "" : stops.reduce((a, b) => (Math.abs(b.at - c) < Math.abs(a.at - c) ? b : a)).word;
