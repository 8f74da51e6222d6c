import { afterEach, describe, expect, it } from "vitest";

import { speak } from "@/words/catalogue";

import { readFileSync } from "node:fs";

import {
  countdown,
  lengthText,
  mass,
  phrase,
  spanText,
  temperature,
  tempText,
  thickness,
  written,
} from "./units";

describe("quantities", () => {
  it("knows the fixed points of water in Fahrenheit", () => {
    const f = temperature("us");
    expect(f.shown(0)).toBe(32);
    expect(f.shown(100)).toBe(212);
    expect(f.si(f.shown(57))).toBeCloseTo(57, 12);
  });
  it("has 25.4 mm in an inch and 453.59237 g in a pound", () => {
    expect(thickness("us").si(1.5)).toBeCloseTo(38.1, 12);
    expect(mass("us").si(1)).toBe(453.59237);
    expect(written(thickness("us"), 38.1)).toBe("1.5");
    expect(lengthText("metric", 38.1)).toBe("38 mm");
  });
  it("leaves metric alone", () => {
    expect(tempText("metric", 54.4)).toBe("54 °C");
    expect(temperature("metric").si(54)).toBe(54);
  });
});

describe("the one table of quantities", () => {
  const rows = readFileSync("../tests/quantities.csv", "utf-8")
    .trim()
    .split("\n")
    .slice(1)
    .map((line) => line.split(";"));
  afterEach(() => speak("en"));
  it.each(rows)("writes %s as everywhere else", async (token, metric, us, german) => {
    expect(phrase("metric", token!)).toBe(metric);
    expect(phrase("us", token!)).toBe(us);
    await speak("de");
    expect(phrase("metric", token!)).toBe(german);
  });
});

describe("phrases", () => {
  const said = "Pull at {temp:43.3}: the sear adds {rise:8.1} in {time:90}; {len:12} thick, {mass:450}.";
  it("are written in the reader's units", () => {
    expect(phrase("us", said)).toBe("Pull at 110 °F: the sear adds 15 °F in 90 s; 0.47 in thick, 0.99 lb.");
    expect(phrase("metric", said)).toBe("Pull at 43 °C: the sear adds 8 °C in 90 s; 12 mm thick, 450 g.");
  });
  it("never round a figure down that must be reached", () => {
    expect([71.111, 73.889, 62.778, 56.9].map((c) => phrase("us", `{least:${c}}`))).toEqual([
      "160 °F",
      "165 °F",
      "145 °F",
      "135 °F",
    ]);
    expect([71.111, 73.889, 62.778, 57].map((c) => phrase("metric", `{least:${c}}`))).toEqual([
      "71.1 °C",
      "73.9 °C",
      "62.8 °C",
      "57 °C",
    ]);
  });
  it("leave other braces alone", () => expect(phrase("us", "a {b} {temp:x}")).toBe("a {b} {temp:x}"));
});

describe("time", () => {
  it("is short in words", () => {
    expect([30, 90, 150, 600, 5400, 7200, 7500].map(spanText)).toEqual([
      "30 s",
      "90 s",
      "2½ min",
      "10 min",
      "90 min",
      "2 h",
      "2 h 5 min",
    ]);
  });
  it("counts down", () => {
    expect([0, 9, 75, 3909].map(countdown)).toEqual(["0:00", "0:09", "1:15", "1:05:09"]);
    expect(countdown(-5)).toBe("0:05");
  });
});
