import { readFileSync } from "node:fs";

import { describe, expect, it } from "vitest";

/** Relative luminance and contrast, as WCAG 2.2 defines them. */
const part = (c: number) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4);
const luminance = (hex: string) => {
  const [r, g, b] = [1, 3, 5].map((i) => part(Number.parseInt(hex.slice(i, i + 2), 16) / 255));
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
};
const contrast = (a: string, b: string) => {
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (light! + 0.05) / (dark! + 0.05);
};

const css = readFileSync("src/app/theme.css", "utf8");
const tokens = (start: string) =>
  Object.fromEntries(
    [
      ...css
        .slice(css.indexOf(start))
        .split("}")[0]!
        .matchAll(/--c-([\w-]+): (#\w{6})/g),
    ].map((m) => [m[1], m[2]!]),
  );
const SCHEMES = { light: tokens(":root {"), dark: tokens(':root[data-scheme="dark"] {') };

describe.each(Object.entries(SCHEMES))("the %s scheme", (_, c) => {
  it("has text of every colour on every ground at 4.5 to 1 (AA)", () => {
    for (const ground of ["ground", "panel", "raised"])
      for (const text of ["ink", "ash", "ember", "probe", "agency", "alarm"])
        expect(contrast(c[text]!, c[ground]!), `${text} on ${ground}`).toBeGreaterThanOrEqual(4.5);
  });
  it("has the next action at 7 to 1 (AAA): its button and its name", () => {
    expect(contrast(c["on-ember"]!, c.ember!)).toBeGreaterThanOrEqual(7);
    expect(contrast(c.ink!, c.panel!)).toBeGreaterThanOrEqual(7);
    expect(contrast(c.ink!, c.raised!)).toBeGreaterThanOrEqual(7);
  });
});
