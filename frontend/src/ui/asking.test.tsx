import { act, useState } from "react";
import { expect, describe, it } from "vitest";

import { keys } from "@/api/hooks";
import { HouseholdContext } from "@/api/household";
import { Stage } from "@/testing/stage";
import { readDay } from "@/units/typed";

import { Choice } from "./controls";
import { DayField } from "./day-field";

const stage = new Stage();
const US = { units: "us" } as React.ContextType<typeof HouseholdContext>;
const show = (what: React.ReactElement) => stage.show(<HouseholdContext value={US}>{what}</HouseholdContext>);
/** A Sunday. */
const today = new Date("2026-11-29T18:00");
const english = { today, near: ["today", "tomorrow"] as const, language: "en", monthFirst: true };

describe("a day as people write it", () => {
  it.each([
    ["today", "2026-11-29"],
    ["Tomorrow", "2026-11-30"],
    ["sun", "2026-11-29"],
    ["Sat", "2026-12-05"],
    ["thursday", "2026-12-03"],
    ["24 dec", "2026-12-24"],
    ["Dec 24", "2026-12-24"],
    ["Thu, Dec 24", "2026-12-24"],
    ["12/24", "2026-12-24"],
    ["24.12.", "2026-12-24"],
    ["3 jan", "2027-01-03"],
    ["6/7/25", "2025-06-07"],
    ["2026-2-28", "2026-02-28"],
  ])("reads '%s' as %s", (said, day) => expect(readDay(said, english)).toBe(day));
  it.each(["", "30 feb", "13/13", "2026-13-01", "soon", "12", "24 dec 26 3"])("does not read '%s'", (said) =>
    expect(readDay(said, english)).toBeNull(),
  );
  it("puts the day first where people do, and knows the names of the language", () => {
    const german = { today, near: ["heute", "morgen"] as const, language: "de", monthFirst: false };
    expect(readDay("6/7", german)).toBe("2026-07-06");
    expect(readDay("24. Dez", german)).toBe("2026-12-24");
    expect(readDay("Do", german)).toBe("2026-12-03");
    expect(readDay("morgen", german)).toBe("2026-11-30");
  });
});

describe("the field of a day", () => {
  function Held({ first }: { first: string }) {
    const [day, setDay] = useState(first);
    return (
      <>
        <DayField label="Day" value={day} onChange={setDay} />
        <output>{day}</output>
      </>
    );
  }
  const held = () => stage.host.querySelector("output")!.textContent;
  const type = (said: string) => {
    const field = stage.host.querySelector("input")!;
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!;
    act(() => {
      set.call(field, said);
      field.dispatchEvent(new Event("input", { bubbles: true }));
    });
    act(() => field.dispatchEvent(new FocusEvent("focusout", { bubbles: true })));
  };
  it("takes what is typed, goes by a day, and over the end of a month", () => {
    show(<Held first="2026-11-30" />);
    stage.press("A day later");
    expect(held()).toBe("2026-12-01");
    stage.press("A day earlier");
    expect(held()).toBe("2026-11-30");
    type("2031-01-02");
    expect(held()).toBe("2031-01-02");
    expect(stage.host.querySelector("input")!.value).toContain("2031");
  });
  it("keeps the last good day where it cannot be read, and says what to write", () => {
    show(<Held first="2026-11-30" />);
    type("when it is done");
    expect(held()).toBe("2026-11-30");
    expect(stage.text()).toContain("Enter a day");
    expect(stage.host.querySelector("input")!.getAttribute("aria-invalid")).toBe("true");
  });
});

describe("help where the cursor is", () => {
  const entry = {
    key: "salt:hour",
    kind: "salt",
    title: "Salt an hour before",
    text: "At \ufdd3temp:57\ufdd4.",
    see: [],
  };
  const ask = (help?: string) => {
    stage.queries.setQueryData(keys.guide, { kinds: [], entries: [entry] });
    const options = [{ key: "hour", name: "An hour" }];
    show(<Choice label="Salt" value="hour" onChange={() => undefined} options={options} help={help} />);
  };
  const key = (name: string) => {
    const select = stage.host.querySelector("select")!;
    act(() => void select.dispatchEvent(new KeyboardEvent("keydown", { key: name, bubbles: true })));
  };
  it("tells what the guide says of it, by a press and by a key, and goes away again", async () => {
    ask("salt:hour");
    stage.press("Explain this");
    await stage.until(() => stage.text().includes("Salt an hour before"));
    expect(stage.text()).toContain("At 135 °F.");
    expect(stage.host.querySelector("a")!.getAttribute("href")).toBe("/guide#salt:hour");
    key("Escape");
    expect(stage.text()).not.toContain("Salt an hour before");
    key("F1");
    await stage.until(() => stage.text().includes("Salt an hour before"));
    expect(stage.text()).toContain("Salt an hour before");
  });
  it("is not offered where nothing explains it", () => {
    ask();
    expect(stage.host.querySelector("button")).toBeNull();
  });
});
