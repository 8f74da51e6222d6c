import { type KeptExperiment, useGoOn, useStop } from "@/api/lab";
import { Button } from "@/ui/controls";
import { say } from "@/words/say";

/** How far an experiment is, in words. */
export function stateWords({
  state,
  done,
  of,
}: {
  state: KeptExperiment["state"];
  done: number;
  of: number;
}): string {
  switch (state) {
    case "waiting":
      return say("screen-lab-waits");
    case "running":
      return say("screen-lab-at", { done, of });
    case "done":
      return say("screen-lab-done");
    case "stopped":
      return say("screen-lab-stopped-at", { done, of });
    case "failed":
      return say("screen-lab-failed");
  }
}

/** How far it is; it can be stopped, and gone on with. */
export function Progress({ kept }: { kept: KeptExperiment }) {
  const stop = useStop(kept.id);
  const goOn = useGoOn(kept.id);
  const working = kept.state === "waiting" || kept.state === "running";
  return (
    <div className="flex flex-wrap items-center gap-3">
      {working && (
        <progress
          className="h-2 w-48 accent-(--c-ember)"
          value={kept.done}
          max={Math.max(kept.of, 1)}
          aria-label={say("screen-lab-how-far")}
        />
      )}
      <span role="status" className="text-sm text-ash">
        {stateWords(kept)}
      </span>
      {working && (
        <Button onClick={() => stop.mutate(undefined)} disabled={stop.isPending}>
          {say("screen-lab-stop")}
        </Button>
      )}
      {(kept.state === "stopped" || kept.state === "failed") && (
        <Button onClick={() => goOn.mutate(undefined)} disabled={goOn.isPending}>
          {say("screen-lab-go-on")}
        </Button>
      )}
      {kept.note && <span className="w-full text-sm">{kept.note}</span>}
    </div>
  );
}
