import { afterEach, beforeEach, expect, it, vi } from "vitest";

import { keepAgain, keeping } from "./keep";
import { leaveNothing } from "./leave";

const client = (name: string) => ({
  timestamp: 1,
  buster: "2",
  clientState: { mutations: [], queries: [{ queryKey: ["session"], queryHash: "s", state: { data: name } }] },
});
const keep = (name: string) => keeping.persister.persistClient(client(name) as never);
const kept = () => localStorage.getItem("brasko-kept") ?? "";

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  keepAgain();
});
afterEach(() => {
  vi.useRealTimers();
});

it("keeps nothing that was put off until after the household left", () => {
  void keep("wren");
  leaveNothing();
  vi.advanceTimersByTime(5000);
  expect(kept()).toBe("");
});

it("keeps nothing that comes in while the server is still being told", () => {
  void keep("wren");
  vi.advanceTimersByTime(5000);
  expect(kept()).toContain("wren");
  leaveNothing();
  void keep("wren");
  vi.advanceTimersByTime(5000);
  expect(kept()).toBe("");
});

it("keeps what the next household looks at", () => {
  leaveNothing();
  keepAgain();
  void keep("odell");
  vi.advanceTimersByTime(5000);
  expect(kept()).toContain("odell");
});
