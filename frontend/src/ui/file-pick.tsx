import { useRef } from "react";

import { Button, Mistake } from "./controls";
import { say } from "@/words/say";

interface Props {
  /** What is picked. */
  label: string;
  accept: string;
  onFile: (file: File) => void;
  busy?: boolean;
  error?: string | null | undefined;
}

/** A button that asks for a file, and what is wrong with it. The same file can be picked again. */
export function FilePick({ label, accept, onFile, busy = false, error }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <span className="flex flex-wrap items-center gap-2">
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        aria-label={label}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) onFile(file);
        }}
      />
      <Button title={label} onClick={() => input.current?.click()} disabled={busy}>
        {say("screen-file-pick-from-a-file")}
      </Button>
      {error && <Mistake>{error}</Mistake>}
    </span>
  );
}
