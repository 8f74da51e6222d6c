import { afterEach, describe, expect, it, vi } from "vitest";

import { LANGUAGES, named, speak } from "./catalogue";
import { say, written, writtenOut } from "./say";

afterEach(() => speak("en"));

const inner = "⟦choose-more-crust⟧";
const gains = `⟦choose-gains¦gains=${inner}⟧`;

describe("messages of the core", () => {
  it("are written out, one within another", () => {
    expect(written(gains)).toBe("Gains more crust");
    expect(written(`${gains}; ${inner}.`)).toBe("Gains more crust; more crust.");
  });
  it("leave their quantities for the reader's units", () => {
    expect(written("⟦infeasible-finish-at-or-above¦enough={temp:54.4}⟧")).toBe(
      "finish at {temp:54.4} or above",
    );
  });
  it.each(["", "Ribeye", "50 % off", "a{b}c", "⟦never closed", "closed⟧"])("leave %j as it is", (text) => {
    expect(written(text)).toBe(text);
  });
  it("are written out wherever they are in an answer, names too", async () => {
    await speak("de");
    const came = {
      tasks: [{ name: "⟦timeline-serve⟧", why: [gains], n: 3 }],
      cut_name: "Pork shoulder",
      note: "Pork shoulder",
    };
    expect(writtenOut(came)).toEqual({
      tasks: [{ name: "Servieren", why: ["Gewinnt mehr Kruste"], n: 3 }],
      cut_name: "Schweineschulter",
      note: "Pork shoulder",
    });
  });
});

describe("a language", () => {
  it("says in English what it lacks", async () => {
    await speak("de");
    expect(say("screen-cook-face")).toBe("Anschnitt");
    expect(written("⟦advisor-both-vents⟧")).toBe("both vents");
  });
  it("writes numbers its own way", async () => {
    expect(written("{num:2.5}")).toBe("2.5");
    await speak("de");
    expect(written("{num:2.5}")).toBe("2,5");
  });
  it("that there is none of is English", async () => {
    await speak("tlh");
    expect(document.documentElement.lang).toBe("en");
    expect(named("Pork shoulder")).toBe("Pork shoulder");
  });
  it("is offered with every other one", () => {
    expect(LANGUAGES).toEqual(["en", "de"]);
  });
});

describe("sentences that are not here yet", () => {
  it("are fetched by the keys of the answer that needs them, and kept", async () => {
    vi.resetModules();
    const fresh = await import("./say");
    const came = { tasks: [{ name: "⟦timeline-serve⟧", why: gains }] };
    expect(fresh.written(came.tasks[0]!.name)).toBe("timeline-serve");
    expect(await fresh.spelledOut(came)).toEqual({ tasks: [{ name: "Serve", why: "Gains more crust" }] });
    expect(fresh.written("⟦timeline-serve⟧")).toBe("Serve");
  });
});
