import { afterEach, describe, expect, it, vi } from "vitest";

import { patient } from "./client";

const later = (wait: string) => new Response("{}", { status: 429, headers: { "Retry-After": wait } });

describe("a turn that comes later", () => {
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it("is waited for, and asked for again with the same body", async () => {
    vi.useFakeTimers();
    const bodies: string[] = [];
    const answers = [later("2"), new Response("{}", { status: 200 })];
    vi.stubGlobal("fetch", async (request: Request) => {
      bodies.push(await request.text());
      return answers.shift();
    });
    const asked = patient(new Request("http://localhost/api", { method: "POST", body: "kettle" }));
    await vi.advanceTimersByTimeAsync(2100);
    expect((await asked).status).toBe(200);
    expect(bodies).toEqual(["kettle", "kettle"]);
  });

  it("is told where it is far off, and given up where nobody waits", async () => {
    vi.stubGlobal("fetch", async () => later("600"));
    expect((await patient(new Request("http://localhost/api"))).status).toBe(429);
    vi.stubGlobal("fetch", async () => later("30"));
    const leaving = new AbortController();
    const asked = patient(new Request("http://localhost/api", { signal: leaving.signal }));
    window.setTimeout(() => leaving.abort(new Error("left")), 20);
    await expect(asked).rejects.toThrow("left");
  });
});
