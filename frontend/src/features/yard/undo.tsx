import { Button } from "@/ui/controls";

/** What was just put away, with the way back. */
export function Undo({ what, onBack }: { what: string | null; onBack: () => void }) {
  return what === null ? null : (
    <p role="status" className="m-0 flex flex-wrap items-center gap-2 text-sm">
      {what} is put away. <Button onClick={onBack}>Bring it back</Button>
    </p>
  );
}
