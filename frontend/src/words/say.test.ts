import { afterEach, describe, expect, it, vi } from "vitest";

import { LANGUAGES, named, speak } from "./catalogue";
import { say, written, writtenOut } from "./say";

afterEach(() => speak("en"));

const inner = "\ufdd0choose-more-crust\ufdd2";
const gains = `\ufdd0choose-gains\ufdd1gains=${inner}\ufdd2`;

describe("messages of the core", () => {
  it("are written out, one within another", () => {
    expect(written(gains)).toBe("Gains more crust");
    expect(written(`${gains}; ${inner}.`)).toBe("Gains more crust; more crust.");
  });
  it("leave their quantities for the reader's units", () => {
    expect(written("\ufdd0infeasible-finish-at-or-above\ufdd1enough=\ufdd3temp:54.4\ufdd4\ufdd2")).toBe(
      "finish at \ufdd3temp:54.4\ufdd4 or above",
    );
  });
  it.each([
    "",
    "Ribeye",
    "50 % off",
    "a{b}c",
    "{temp:57}",
    "⟦choose-gains¦gains=1⟧",
    "\ufdd0never closed",
    "closed\ufdd2",
  ])("leave %j as it is", (text) => {
    expect(written(text)).toBe(text);
  });
  it("are written out wherever they are in an answer, names too", async () => {
    await speak("de");
    const came = {
      tasks: [{ name: "\ufdd0timeline-serve\ufdd2", why: [gains], n: 3 }],
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
    expect(written("\ufdd0advisor-both-vents\ufdd2")).toBe("both vents");
  });
  it("writes numbers its own way", async () => {
    expect(written("\ufdd3num:2.5\ufdd4")).toBe("2.5");
    await speak("de");
    expect(written("\ufdd3num:2.5\ufdd4")).toBe("2,5");
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
    const came = { tasks: [{ name: "\ufdd0timeline-serve\ufdd2", why: gains }] };
    expect(fresh.written(came.tasks[0]!.name)).toBe("timeline-serve");
    expect(await fresh.spelledOut(came)).toEqual({ tasks: [{ name: "Serve", why: "Gains more crust" }] });
    expect(fresh.written("\ufdd0timeline-serve\ufdd2")).toBe("Serve");
  });
});
