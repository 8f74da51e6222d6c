import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { freshId } from "./ids";
import type { Deed } from "./outbox";

const line = vi.hoisted(() => ({ whole: false, sent: [] as string[] }));
vi.mock("./client", () => ({
  Problem: class extends Error {},
  answer: (call: Promise<unknown>) => call,
  client: {
    POST: async (_: string, { body }: { body: { task: string } }) => {
      if (!line.whole) throw new TypeError("no network");
      line.sent.push(body.task);
    },
  },
}));

// another file of tests may have loaded it with the real client
vi.resetModules();
const { forgetAll, record, speakFor, unsent } = await import("./outbox");

const deed = (task: string): Deed =>
  ({ client_id: freshId(), kind: "done", task, at: "2030-01-01T00:00:00Z" }) as Deed;
const kept = () => JSON.parse(localStorage.getItem("brasko-outbox") ?? "[]") as { household: string }[];

describe("what is not with the server yet", () => {
  beforeEach(() => {
    vi.useFakeTimers();
    line.whole = false;
  });
  afterEach(() => {
    speakFor("wren");
    forgetAll();
    speakFor("odell");
    forgetAll();
    line.sent.length = 0;
    vi.useRealTimers();
  });

  it("is its household's, and is never sent as another's", async () => {
    speakFor("wren");
    record(1, deed("light"));
    await vi.advanceTimersByTimeAsync(50);
    expect(unsent()).toHaveLength(1);
    line.whole = true;
    speakFor("odell");
    await vi.advanceTimersByTimeAsync(10_000);
    expect(unsent()).toHaveLength(0);
    expect(line.sent).toEqual([]);
    speakFor("wren");
    await vi.advanceTimersByTimeAsync(10_000);
    expect(line.sent).toEqual(["light"]);
  });

  it("leaves nothing of a household behind when it leaves, and what is another's alone", async () => {
    speakFor("odell");
    record(1, deed("bank"));
    speakFor("wren");
    record(2, deed("light"));
    await vi.advanceTimersByTimeAsync(50);
    forgetAll();
    expect(kept().map((w) => w.household)).toEqual(["odell"]);
  });

  it("is not taken down where nobody is signed in", () => {
    speakFor(null);
    record(1, deed("oil"));
    expect(kept()).toEqual([]);
  });
});

describe("names", () => {
  it("are made on pages that are not secure too", () => {
    vi.stubGlobal("crypto", { getRandomValues: crypto.getRandomValues.bind(crypto) });
    const made = new Set(Array.from({ length: 200 }, freshId));
    vi.unstubAllGlobals();
    expect(made.size).toBe(200);
    for (const id of made)
      expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
  });
});
