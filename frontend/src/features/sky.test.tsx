import { act } from "react";
import { expect, it, vi } from "vitest";

import type { Cook } from "@/api/hooks";
import { Stage } from "@/testing/stage";

import { Weather } from "./cook/sky";

const sky = (rain: string, wind: string, words: string) => ({
  rain,
  rain_name: `${rain} rain`,
  wind,
  wind_name: `${wind} air`,
  words,
});
const cook = {
  events: [{ client_id: "a", deed: { kind: "weather", rain: "light", wind: "still" } }],
  skies: [
    sky("none", "still", "Nothing."),
    sky("light", "still", "A little."),
    sky("light", "breeze", "\ufdd3rise:10\ufdd4 lower."),
    sky("none", "breeze", "Some."),
  ],
} as unknown as Cook;

const stage = new Stage();
const button = (name: string) =>
  [...stage.host.querySelectorAll("button")].find((b) => b.textContent === name)!;

it("begins with the weather last told, and says what another does before it is told", () => {
  const onDone = vi.fn();
  stage.show(<Weather cook={cook} system="us" onDone={onDone} />);
  expect(button("light rain").getAttribute("aria-pressed")).toBe("true");
  expect([stage.host.textContent?.includes("A little."), button("Save weather").disabled]).toEqual([
    true,
    true,
  ]);
  act(() => button("breeze air").click());
  expect(stage.host.textContent).toContain("18 °F lower.");
  expect(onDone).not.toHaveBeenCalled();
  act(() => button("Save weather").click());
  expect(onDone).toHaveBeenCalledWith("light", "breeze");
});
