import type { ReactNode } from "react";

import { Problem } from "@/api/client";
import { Mistake } from "@/ui/controls";
import { say } from "@/words/say";

import { AccountField } from "./account-field";

/** What the server says of fields; null for any other trouble. */
export const problemOf = (error: Error | null) => (error instanceof Problem ? error : null);

interface Props {
  id: string;
  title: string;
  lead: string;
  /** Why it was not taken; what is said of a field stands beside it. */
  error: Error | null;
  onSubmit: () => void;
  children: ReactNode;
}

/** One thing that is asked of an account. */
export function AccountForm({ id, title, lead, error, onSubmit, children }: Props) {
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onSubmit();
      }}
      aria-labelledby={id}
      className="plate flex flex-col gap-3 p-4"
    >
      <h2 id={id} className="m-0 text-lg">
        {title}
      </h2>
      <p className="m-0 text-sm text-ash">{lead}</p>
      {children}
      {error && !problemOf(error)?.errors.length && <Mistake>{error.message}</Mistake>}
    </form>
  );
}

interface ProofProps {
  value: string;
  onChange: (value: string) => void;
  error: Error | null;
}

/** The password that somebody has: that it is the owner who asks. */
export function Proof({ value, onChange, error }: ProofProps) {
  return (
    <AccountField
      label={say("screen-own-the-one-you-have")}
      name="current"
      value={value}
      onChange={onChange}
      problem={problemOf(error)}
      complete="current-password"
    />
  );
}
