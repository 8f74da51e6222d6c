import { Button } from "./controls";
import { say } from "@/words/say";

/** A word about what was typed before a reload, and a way to begin anew. */
export function Restored({ onAnew }: { onAnew: () => void }) {
  return (
    <p
      role="status"
      className="m-0 mb-3 flex flex-wrap items-center gap-x-3 rounded-bar bg-raised px-3 py-1 text-sm"
    >
      {say("common-restored")}
      <Button weight="quiet" onClick={onAnew}>
        {say("common-start-over")}
      </Button>
    </p>
  );
}
