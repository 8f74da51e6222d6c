import { Button } from "@/ui/controls";
import { say } from "@/words/say";

/** What was just put away, with the way back. */
export function Undo({ what, onBack }: { what: string | null; onBack: () => void }) {
  return what === null ? null : (
    <p role="status" className="m-0 flex flex-wrap items-center gap-2 text-sm">
      {say("screen-undo-is-put-away", { what })}{" "}
      <Button onClick={onBack}>{say("common-bring-it-back")}</Button>
    </p>
  );
}
