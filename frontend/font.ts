import subsetFont from "subset-font";
import type { Plugin } from "vite";

const FIRST = 0x20;
const LAST = 0x7e;
const SIGNS = "äöüÄÖÜßéèêàáâçñóí–—‘’“”„…·•−×÷°²½¼¾±≤≥→←↑↓\u00a0";
/** The signs that our sentences have; others, in names say, come from a font of the machine. */
const WRITTEN =
  Array.from({ length: LAST - FIRST + 1 }, (_, n) => String.fromCodePoint(FIRST + n)).join("") + SIGNS;

/** The one font that ships, with the signs and the weights that are used of it. */
export const oneSubset = (): Plugin => ({
  name: "one-subset",
  apply: "build",
  async generateBundle(_, bundle) {
    for (const part of Object.values(bundle)) {
      if (part.type !== "asset" || !part.fileName.endsWith(".woff2")) continue;
      part.source = await subsetFont(Buffer.from(part.source as Uint8Array), WRITTEN, {
        targetFormat: "woff2",
        variationAxes: { wght: { min: 400, max: 800 }, wdth: { min: 66, max: 112 } },
      });
    }
  },
});
