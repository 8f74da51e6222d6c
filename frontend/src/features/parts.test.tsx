import { act, type ReactElement } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";

import { HouseholdContext } from "@/api/household";
import { Stage } from "@/testing/stage";
import { DecimalField, TextField, Tick } from "@/ui/controls";

import { EditForm } from "./yard/edit-form";
import { Shelf } from "./yard/shelf";

interface Thing {
  id: number;
  name: string;
}

const stage = new Stage();
const show = (what: ReactElement) => stage.show(what);
const text = () => stage.text();
const press = (name: string) =>
  act(() => [...stage.host.querySelectorAll("button")].find((b) => b.textContent === name)!.click());
const type = (input: HTMLInputElement, value: string) =>
  act(() => {
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!.call(input, value);
    input.dispatchEvent(new Event("input", { bubbles: true }));
  });

describe("a shelf of the yard", () => {
  const things: Thing[] = [
    { id: 1, name: "Kettle" },
    { id: 2, name: "Clay" },
  ];
  const away = { mutate: vi.fn((_: object, then: { onSuccess: () => void }) => then.onSuccess()) };
  const shelf = (more: object = {}) =>
    show(
      <HouseholdContext value={{ username: "mara" } as never}>
        <Shelf
          title="Grills"
          things={things}
          nameOf={(t) => t.name}
          about={(t) => `number ${t.id}`}
          empty="No grill yet."
          away={away}
          form={(t, onDone) => <button onClick={onDone}>{t ? `keep ${t.name}` : "keep a new one"}</button>}
          addWords="Add a grill"
          {...more}
        />
      </HouseholdContext>,
    );
  beforeEach(() => void away.mutate.mockClear());
  it("opens one form at a time, and closes it when it is done", () => {
    shelf();
    press("Edit Kettle");
    expect(text()).toContain("keep Kettle");
    press("Edit Clay");
    expect(text()).not.toContain("keep Kettle");
    press("keep Clay");
    expect(text()).not.toContain("keep");
    press("Add a grill");
    expect(text()).toContain("keep a new one");
    expect(text()).not.toContain("Add a grill");
  });
  it("opens the form in which something was typed before a reload", () => {
    localStorage.setItem("brasko-draft-1:mara:grill/2", JSON.stringify({ value: {}, at: Date.now() }));
    show(<div />);
    shelf({ drafts: "grill" });
    expect(text()).toContain("keep Clay");
    localStorage.clear();
  });
  it("puts away and brings back", () => {
    shelf();
    press("Archive Clay");
    expect(stage.host.querySelector("[role=status]")!.textContent).toContain("Clay was archived.");
    press("Restore");
    expect(away.mutate.mock.calls.map(([what]) => what)).toEqual([
      { number: 2, back: false },
      { number: 2, back: true },
    ]);
    expect(stage.host.querySelector("[role=status]")).toBeNull();
  });
  it("says that it is empty, and offers no form where there is none", () => {
    shelf({ things: [], form: undefined });
    expect(text()).toBe("GrillsNo grill yet.");
  });
});

describe("fields", () => {
  it("say what is wrong where it is wrong, and keep what is typed", () => {
    const onChange = vi.fn();
    show(<TextField label="Name" value="Ke" onChange={onChange} error="is taken." />);
    const input = stage.host.querySelector("input")!;
    expect(input.getAttribute("aria-invalid")).toBe("true");
    expect(document.getElementById(input.getAttribute("aria-describedby")!)!.textContent).toBe("is taken.");
    type(input, "Kettle");
    expect(onChange).toHaveBeenCalledWith("Kettle");
  });
  it("mark what is no number, and let a comma be a point", () => {
    const invalid = (value: string) => {
      show(<DecimalField label="It read" text={value} onText={vi.fn()} />);
      return stage.host.querySelector("input")!.getAttribute("aria-invalid");
    };
    expect(["", "12,5", "12.5", "warm"].map(invalid)).toEqual(["false", "false", "false", "true"]);
  });
  it("tick beside their words", () => {
    const onChange = vi.fn();
    show(<Tick label="It's frozen" value={false} onChange={onChange} error="cannot be." />);
    act(() => stage.host.querySelector("input")!.click());
    expect(onChange).toHaveBeenCalledWith(true);
    expect(stage.host.querySelector("[role=alert]")!.textContent).toBe("cannot be.");
  });
  it("are kept together or left together", () => {
    const [onKeep, onLeave] = [vi.fn(), vi.fn()];
    show(
      <EditForm isNew busy={false} onKeep={onKeep} onLeave={onLeave}>
        fields
      </EditForm>,
    );
    press("Add");
    press("Cancel");
    expect([onKeep.mock.calls.length, onLeave.mock.calls.length]).toEqual([1, 1]);
  });
});
