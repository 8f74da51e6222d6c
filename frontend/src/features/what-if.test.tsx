import { act } from "react";
import { expect, it, vi } from "vitest";

import { client } from "@/api/client";
import { Stage } from "@/testing/stage";

import type { Piece } from "./cook/model";
import { WhatIf } from "./cook/what-if";

const option = (name: string) => ({
  key: name,
  name,
  how: "",
  done_at: "2030-06-01T19:00:00Z",
  sooner_s: 0,
  peak_c: 55,
  grey_rim_share: 0.2,
  crust_share: 1,
  words: "",
  event: { kind: "pull", hold_more_s: 60 },
});
const told = (name: string) =>
  ({
    data: { table_at: "2030-06-01T19:00:00Z", late_s: 0, options: [option(name)] },
    response: new Response(),
  }) as never;

const stage = new Stage();

it("never offers what was worked out before for what could be done now", async () => {
  const send = vi.fn();
  const show = (open: boolean) =>
    stage.show(
      <WhatIf
        cookId={1}
        piece={{ id: 2, name: "Strip" } as Piece}
        system="us"
        open={open}
        told
        onClose={() => undefined}
        send={send}
      />,
    );
  let answerLater: (value: never) => void = () => undefined;
  vi.spyOn(client, "GET")
    .mockResolvedValueOnce(told("Hold it"))
    .mockReturnValueOnce(
      new Promise((resolve) => {
        answerLater = resolve;
      }),
    );
  const text = () => document.body.textContent ?? "";
  show(true);
  await act(() => import("@/ui/over"));
  await act(() => vi.waitFor(() => expect(text()).toContain("Hold it")));
  show(false);
  show(true);
  expect(text()).toContain("Cooking each option");
  expect(text()).not.toContain("Hold it");
  answerLater(told("Raise it"));
  await act(() => vi.waitFor(() => expect(text()).toContain("Raise it")));
  act(() =>
    [...document.querySelectorAll("button")].find((b) => b.textContent?.startsWith("Do this"))!.click(),
  );
  expect(send).toHaveBeenCalledWith("pull", { hold_more_s: 60 });
});
