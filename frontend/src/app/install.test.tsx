import { existsSync, readFileSync } from "node:fs";
import { act } from "react";
import { createRoot } from "react-dom/client";
import { expect, it, vi } from "vitest";

import { useInstall } from "./install";

const PUBLIC = `${import.meta.dirname}/../../public`;

interface Manifest {
  icons: { src: string; sizes: string; purpose?: string }[];
  shortcuts: { name: string; url: string }[];
  share_target: { action: string; method: string };
}

/** Width and height of a PNG, out of its first chunk. */
function sizeOf(path: string): string {
  const bytes = readFileSync(path);
  return `${bytes.readUInt32BE(16)}x${bytes.readUInt32BE(20)}`;
}

it("has icons of the sizes that the manifest says, one of them maskable", () => {
  const manifest = JSON.parse(readFileSync(`${PUBLIC}/manifest.webmanifest`, "utf8")) as Manifest;
  for (const icon of manifest.icons) {
    expect(existsSync(`${PUBLIC}${icon.src}`)).toBe(true);
    expect(sizeOf(`${PUBLIC}${icon.src}`)).toBe(icon.sizes);
  }
  expect(manifest.icons.map((icon) => icon.sizes)).toEqual(["192x192", "512x512", "512x512"]);
  expect(manifest.icons.some((icon) => icon.purpose === "maskable")).toBe(true);
  expect(manifest.shortcuts.map((each) => each.url)).toEqual(["/cook", "/plan"]);
  expect(readFileSync(`${PUBLIC}/sw.js`, "utf8")).toContain(`"${manifest.share_target.action}"`);
});

it("offers to install only while the browser does, and only once", async () => {
  const seen: boolean[] = [];
  let take: (() => Promise<void>) | null = null;
  const Offered = () => {
    take = useInstall();
    seen.push(take !== null);
    return null;
  };
  const root = createRoot(document.createElement("div"));
  act(() => root.render(<Offered />));
  const prompt = vi.fn().mockResolvedValue({ outcome: "accepted" });
  const event = Object.assign(new Event("beforeinstallprompt", { cancelable: true }), { prompt });
  act(() => void window.dispatchEvent(event));
  expect(event.defaultPrevented).toBe(true);
  await act(() => take!());
  expect(prompt).toHaveBeenCalledOnce();
  expect([seen[0], seen.at(-1), seen.includes(true)]).toEqual([false, false, true]);
});
