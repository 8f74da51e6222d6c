import { act } from "react";
import { expect, it, vi } from "vitest";

import { Stage } from "@/testing/stage";

import { ReadSide } from "./cook/now-card";

/** 165 °F, for what is poultry. Source: fsis_safe_temperatures. */
const LEAST_C = 73.9;
const stage = new Stage();

function typed(text: string) {
  const onDone = vi.fn();
  stage.show(<ReadSide leastC={LEAST_C} system="us" onDone={onDone} />);
  const field = stage.host.querySelector("input")!;
  act(() => {
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!.call(field, text);
    field.dispatchEvent(new Event("input", { bubbles: true }));
  });
  const done = stage.host.querySelector("button")!;
  act(() => done.click());
  return { onDone, said: stage.text() };
}

it("never calls a side done below its figure, with the server gone too", () => {
  const { onDone, said } = typed("150");
  expect(onDone).not.toHaveBeenCalled();
  expect(said).toContain("It must show 165 °F");
});

it("takes the figure as it is read", () => {
  expect(typed("165").onDone).toHaveBeenCalledOnce();
});
