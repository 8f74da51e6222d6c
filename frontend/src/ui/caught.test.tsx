import { lazy, Suspense } from "react";
import { act } from "react";
import { afterEach, expect, it, vi } from "vitest";

import { Stage } from "@/testing/stage";

import { Caught } from "./caught";

const stage = new Stage();

afterEach(() => {
  vi.restoreAllMocks();
});

it("tells where a part cannot be fetched, and leaves the rest of the page", async () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  const Gone = lazy(() => Promise.reject(new TypeError("Failed to fetch")));
  stage.show(
    <>
      <p>12:30 to the pull</p>
      <Caught>
        <Suspense fallback={null}>
          <Gone />
        </Suspense>
      </Caught>
    </>,
  );
  await act(() => vi.waitFor(() => Promise.resolve()));
  expect(stage.text()).toContain("12:30 to the pull");
  expect(stage.text()).toContain("Can't reach Brasko");
  expect(stage.host.querySelector("button")!.textContent).toBe("Try again");
});
