import { afterEach, describe, expect, it } from "vitest";

import { marked } from "@/testing/marked";
import { speak } from "@/words/catalogue";

import { readFileSync } from "node:fs";

import {
  countdown,
  fieldText,
  lengthText,
  mass,
  minutes,
  phrase,
  spanText,
  temperature,
  tempText,
  thickness,
  written,
} from "./units";
import { readHeight, readHour, readTyped, UNITS } from "./typed";

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
  it.each(rows)("writes %s as everywhere else", async (readable, metric, us, german) => {
    const token = marked(readable!);
    expect(phrase("metric", token)).toBe(metric);
    expect(phrase("us", token)).toBe(us);
    await speak("de");
    expect(phrase("metric", token)).toBe(german);
  });
});

describe("phrases", () => {
  const said =
    "Pull at \ufdd3temp:43.3\ufdd4: the sear adds \ufdd3rise:8.1\ufdd4 in \ufdd3time:90\ufdd4; \ufdd3len:12\ufdd4 thick, \ufdd3mass:450\ufdd4.";
  it("are written in the reader's units", () => {
    expect(phrase("us", said)).toBe("Pull at 110 °F: the sear adds 15 °F in 90 s; ½ in thick, 1 lb.");
    expect(phrase("metric", said)).toBe("Pull at 43 °C: the sear adds 8 °C in 90 s; 12 mm thick, 450 g.");
  });
  it("never round a figure down that must be reached", () => {
    expect([71.111, 73.889, 62.778, 56.9].map((c) => phrase("us", `\ufdd3least:${c}\ufdd4`))).toEqual([
      "160 °F",
      "165 °F",
      "145 °F",
      "135 °F",
    ]);
    expect([71.111, 73.889, 62.778, 57].map((c) => phrase("metric", `\ufdd3least:${c}\ufdd4`))).toEqual([
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

describe("what people write", () => {
  const rows = readFileSync("../tests/typed.csv", "utf-8")
    .trim()
    .split("\n")
    .slice(1)
    .map((line) => line.split(";") as [keyof typeof UNITS, string, string]);
  it.each(rows)("reads a %s of '%s' as %s", (kind, said, value) => {
    const bare = /^[\d.,\s/-]*$/.test(said) || !value;
    const found = readTyped(said, UNITS[kind], NaN);
    if (value) expect(found).toBeCloseTo(Number(value), 6);
    else expect(found === null || Number.isNaN(found)).toBe(bare);
  });
  it("takes a bare number as of the unit that is shown", () => {
    expect(thickness("us").read("1 1/2")).toBeCloseTo(38.1, 9);
    expect(thickness("us").read("38mm")).toBe(38);
    expect(thickness("metric").read("1 1/2 in")).toBeCloseTo(38.1, 9);
    expect(mass("us").read("2")).toBeCloseTo(907.18474, 9);
    expect(thickness("us").read("thick")).toBeNull();
    expect(minutes.read("1 h 30 min")).toBe(90);
    expect(minutes.read("45")).toBe(45);
  });
  it("takes a temperature in either scale, as it says", () => {
    expect(temperature("us").read("131")).toBeCloseTo(55, 9);
    expect(temperature("us").read("55 °C")).toBe(55);
    expect(temperature("metric").read("131 f")).toBeCloseTo(55, 9);
    expect(temperature("metric").read("-1,5")).toBe(-1.5);
    expect(temperature("us").read("hot")).toBeNull();
  });
  it("says a figure of a field as a ruler and a scale have it", () => {
    expect(fieldText(thickness("us"), 38)).toBe("1 ½");
    expect(fieldText(thickness("us"), 33.3)).toBe("1 5/16");
    expect(fieldText(mass("us"), 1200)).toBe("2 lb 10 oz");
    expect(fieldText(thickness("metric"), 38.1)).toBe("38");
  });
  it.each([
    ["7", "19:00"],
    ["7 pm", "19:00"],
    ["7:30p", "19:30"],
    ["730 pm", "19:30"],
    ["19.30", "19:30"],
    ["12 am", "00:00"],
    ["12", "12:00"],
    ["0:05", "00:05"],
    ["7:15", "07:15"],
    ["25:00", null],
    ["13 pm", null],
    ["soon", null],
  ])("reads the hour %s as %s", (said, hour) => expect(readHour(said)).toBe(hour));
});

it("reads heights as people write them", () => {
  // one foot is 0.3048 m (international foot, 1959)
  const said = ["7900", "7,900 ft", "7 900 feet", "2400 m", "2.400m", "-400 m", "high", "7,9,0"];
  expect(said.map((s) => readHeight(s, true))).toEqual([
    2407.92,
    2407.92,
    2407.92,
    2400,
    2400,
    -400,
    null,
    null,
  ]);
  expect(readHeight("1.234,5", false)).toBe(1234.5);
  expect(readHeight("1 234", false)).toBe(1234);
});
