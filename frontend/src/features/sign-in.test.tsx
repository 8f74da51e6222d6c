import { act } from "react";
import { afterEach, expect, it } from "vitest";

import { Stage } from "@/testing/stage";

import { SignInPage } from "./account";

const stage = new Stage();
/** The page as it is after a reload. */
const reload = () => {
  stage.show(<div />);
  stage.show(<SignInPage demo={false} signUpIs="open" />);
};
const field = (name: string) =>
  [...stage.host.querySelectorAll("label")].find((label) => label.textContent?.startsWith(name))!.control!;
const type = (name: string, value: string) =>
  act(() => {
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!.call(field(name), value);
    field(name).dispatchEvent(new Event("input", { bubbles: true }));
  });
const valueOf = (name: string) => (field(name) as HTMLInputElement).value;

afterEach(() => localStorage.clear());

it("brings the names of a new account back after a reload, and never its password", () => {
  reload();
  act(() => stage.button(/new account|Create an account/i).click());
  type("Household", "The Larch House");
  type("Name", "mara");
  type("Password", "slow-smoke-and-salt");
  reload();
  expect(stage.text()).toContain("Your unsaved changes are back.");
  expect([valueOf("Household"), valueOf("Name"), valueOf("Password")]).toEqual([
    "The Larch House",
    "mara",
    "",
  ]);
  expect(JSON.stringify(localStorage)).not.toContain("slow-smoke");
  act(() => stage.button(/Start over/).click());
  expect(valueOf("Name")).toBe("");
  reload();
  expect(stage.text()).not.toContain("unsaved changes");
});
