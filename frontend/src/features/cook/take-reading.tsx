import { useState } from "react";

import type { Cook } from "@/api/hooks";
import { Button } from "@/ui/controls";
import { Sheet } from "@/ui/sheet";
import { phrase, type System } from "@/units/units";

import { Centre } from "./drill";
import type { Outlook, Piece, Send } from "./model";
import { Reading } from "./reading";
import { say } from "@/words/say";

interface Props {
  cook: Cook;
  piece: Piece;
  outlook: Outlook | null;
  open: boolean;
  onClose: () => void;
  system: System;
  send: Send;
}

/** The reading that ends the heat: by the probe where it is in the middle, or by hand; each piece, the lowest counts. */
export function TakeReading({ cook, piece, outlook, open, onClose, system, send }: Props) {
  const [centre, setCentre] = useState(false);
  const asked = outlook?.reading ?? null;
  const byProbe = asked?.by === "probe" && asked.enough;
  const close = () => {
    setCentre(false);
    onClose();
  };
  return (
    <Sheet
      title={say("screen-take-reading-read-the-middle", { name: piece.name })}
      open={open}
      onClose={close}
    >
      {asked && (
        <p role="status" className="m-0 text-xl font-bold">
          {phrase(system, asked.words)}
        </p>
      )}
      {byProbe && (
        <Button
          weight="ember"
          className="min-h-16 text-xl"
          onClick={() => {
            send("done", { piece_id: piece.id, task: "read" });
            close();
          }}
        >
          {say("screen-take-reading-take-what-the-probe-shows")}
        </Button>
      )}
      {centre ? (
        <Centre piece={piece} system={system} />
      ) : (
        <Reading
          cook={cook}
          piece={piece}
          system={system}
          onlyMiddle
          lowest={(piece.inputs.count ?? 1) > 1}
          onDone={(temp_c, source) => {
            send("reading", { piece_id: piece.id, temp_c, source });
            close();
          }}
          onCentre={() => setCentre(true)}
        />
      )}
    </Sheet>
  );
}
