import { act } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";

import { HouseholdContext } from "@/api/household";
import { Stage } from "@/testing/stage";
import { Restored } from "@/ui/restored";

import { forgetDrafts, useDraftForm } from "./drafts";

const stage = new Stage();

function Form() {
  const draft = useDraftForm("pan/new", { name: "" });
  return (
    <>
      {draft.restored && <Restored onAnew={draft.anew} />}
      <output>{draft.value.name}</output>
      <button onClick={() => draft.set({ name: "Skillet" })}>type</button>
      <button onClick={() => draft.begin({ name: "" })}>keep</button>
    </>
  );
}
/** The page as it is after a reload, for somebody. */
const reload = (username = "mara") => {
  stage.show(<div />);
  stage.show(
    <HouseholdContext value={{ username } as never}>
      <Form />
    </HouseholdContext>,
  );
};
const press = (name: RegExp) => act(() => stage.button(name).click());

afterEach(() => {
  vi.useRealTimers();
  localStorage.clear();
});

describe("what was typed", () => {
  it("is there after a reload, with a word about it, until it is kept", () => {
    reload();
    expect(stage.text()).not.toContain("unsaved changes");
    press(/type/);
    reload();
    expect(stage.text()).toContain("Skillet");
    expect(stage.text()).toContain("Your unsaved changes are back.");
    press(/keep/);
    reload();
    expect(stage.text()).not.toContain("Skillet");
  });
  it("goes where somebody starts over", () => {
    reload();
    press(/type/);
    reload();
    press(/Start over/);
    expect(stage.text()).not.toContain("Skillet");
    reload();
    expect(stage.text()).not.toContain("unsaved changes");
  });
  it("is nobody else's, and gone after a sign-out or a day", () => {
    reload();
    press(/type/);
    reload("odell");
    expect(stage.text()).not.toContain("Skillet");
    vi.useFakeTimers({ now: Date.now() + 25 * 3600 * 1000 });
    reload();
    expect(stage.text()).not.toContain("Skillet");
    vi.useRealTimers();
    reload();
    press(/type/);
    forgetDrafts();
    reload();
    expect(stage.text()).not.toContain("Skillet");
  });
});
