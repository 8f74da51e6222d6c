import { useCorrections } from "@/api/hooks";
import type { Deed } from "@/api/outbox";
import { Button, Failed, Waiting } from "@/ui/controls";
import { clockText, phrase, spanText, type System, tempText } from "@/units/units";

import { Sheet } from "@/ui/sheet";

import type { Piece, Send } from "./model";
import { say } from "@/words/say";

interface Props {
  cookId: number;
  piece: Piece;
  system: System;
  open: boolean;
  /** The server has been told what was done here: a lid that was just shut counts as shut. */
  told: boolean;
  onClose: () => void;
  send: Send;
}

/** What could be done now, each with its computed effect before it is chosen. */
export function WhatIf({ cookId, piece, system, open, told, onClose, send }: Props) {
  const found = useCorrections(cookId, piece.id, open && told);
  // what was worked out the last time is not so any more
  const working = !found.isError && (found.isFetching || !told);
  const late = found.data?.late_s ?? 0;
  return (
    <Sheet title={say("screen-what-if-what-if", { name: piece.name })} open={open} onClose={onClose}>
      {found.isError && <Failed error={found.error} again={() => void found.refetch()} />}
      {working && <Waiting what={say("screen-what-if-cooking-each-of-them-to-its")} />}
      {found.data && !working && (
        <>
          <p className="m-0 text-lg">
            {Math.abs(late) < 90 ? (
              say("screen-what-if-in-time-for-the-table")
            ) : late > 0 ? (
              <>
                {say("screen-what-if-it-is")} <b>{say("screen-what-if-late", { late: spanText(late) })}</b>{" "}
                {say("screen-what-if-for-the-table-at", {
                  clock_text: clockText(new Date(found.data.table_at)),
                })}
              </>
            ) : (
              <>
                {say("screen-what-if-it-is")} <b>{say("screen-what-if-early", { late: spanText(late) })}</b>{" "}
                {say("screen-what-if-for-the-table-at", {
                  clock_text: clockText(new Date(found.data.table_at)),
                })}
              </>
            )}
          </p>
          <ul className="m-0 flex list-none flex-col gap-2 p-0">
            {found.data.options.map((o) => (
              <li key={o.key} className="rounded-bar bg-raised p-3">
                <div className="flex items-start justify-between gap-3">
                  <span>
                    <b className="text-lg">{phrase(system, o.name)}</b>
                    <br />
                    <span className="text-sm">{phrase(system, o.how)}</span>
                  </span>
                  <span className="text-right">
                    <b className="figure text-2xl">{clockText(new Date(o.done_at))}</b>
                    <br />
                    <span className="text-sm text-ash">
                      {Math.abs(o.sooner_s) < 20
                        ? say("screen-what-if-as-it-is")
                        : o.sooner_s > 0
                          ? say("screen-what-if-sooner", { sooner: spanText(o.sooner_s) })
                          : say("screen-what-if-later", { sooner: spanText(o.sooner_s) })}
                    </span>
                  </span>
                </div>
                <p className="m-0 mt-1 flex flex-wrap gap-x-4 text-sm">
                  <span>
                    {say("screen-what-if-middle")}{" "}
                    <b className="figure text-lg">{tempText(system, o.peak_c)}</b>
                  </span>
                  <span>
                    {say("screen-what-if-grey-rim")}{" "}
                    <b className="figure text-lg">{Math.round(o.grey_rim_share * 100)} %</b>
                  </span>
                  <span>
                    {say("screen-what-if-crust")}{" "}
                    <b className="figure text-lg">
                      {o.crust_share > 2
                        ? say("screen-what-if-over-twice")
                        : `${Math.round(o.crust_share * 100)} %`}
                    </b>
                  </span>
                </p>
                <p className="m-0 text-sm">{phrase(system, o.words)}</p>
                {typeof o.event.kind === "string" && !["note", "done"].includes(o.event.kind) && (
                  <Button
                    weight="ember"
                    className="mt-2 w-full"
                    onClick={() => {
                      const { kind, ...more } = o.event as { kind: Deed["kind"] };
                      send(kind, more);
                      onClose();
                    }}
                  >
                    {say("screen-what-if-do-this")}
                    <span className="sr-only">: {phrase(system, o.name)}</span>
                  </Button>
                )}
              </li>
            ))}
          </ul>
          <p className="m-0 text-sm text-ash">{say("screen-what-if-each-was-simulated-on-from-now")}</p>
        </>
      )}
    </Sheet>
  );
}
