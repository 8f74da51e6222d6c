import type { Problem } from "@/api/client";
import { BOX, Field } from "@/ui/controls";

interface Props {
  label: string;
  /** As the server calls it. */
  name: string;
  value: string;
  onChange: (value: string) => void;
  problem: Problem | null;
  type?: "text" | "password";
  complete: string;
}

/** A field of somebody's account, with what the server says of it. */
export function AccountField({ label, name, value, onChange, problem, type = "password", complete }: Props) {
  return (
    <Field label={label} error={problem?.of(name)?.message}>
      {({ id, describedBy, invalid }) => (
        <input
          id={id}
          type={type}
          required
          autoComplete={complete}
          aria-describedby={describedBy}
          aria-invalid={invalid}
          className={BOX}
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Field>
  );
}
