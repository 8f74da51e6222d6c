import { type FormEvent, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";

import { Problem } from "@/api/client";
import { useSession } from "@/api/hooks";
import { useInvitation, useJoin } from "@/api/own";
import { useDraftForm } from "@/app/drafts";
import { Button, Mistake, Waiting } from "@/ui/controls";
import { say } from "@/words/say";

import { AccountField } from "./account-field";

/** Where an invitation leads: an account of one's own in somebody's household. */
export function JoinPage() {
  const token = useParams().token ?? "";
  // brings the token of the form
  const session = useSession();
  const invitation = useInvitation(token);
  const join = useJoin();
  const go = useNavigate();
  const name = useDraftForm(`join/${token}`, "");
  const [password, setPassword] = useState("");
  const problem = join.error instanceof Problem ? join.error : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void join.mutateAsync({ username: name.value, password, token }).then(
      () => {
        name.drop();
        void go("/cook", { replace: true });
      },
      () => undefined,
    );
  };
  if (invitation.isPending || session.isPending)
    return (
      <main className="p-6">
        <Waiting what={say("screen-join-looking")} />
      </main>
    );
  if (!invitation.data)
    return (
      <main className="mx-auto flex max-w-xl flex-col gap-3 p-6">
        <h1 className="m-0 text-2xl">{say("screen-join-no-such-invitation")}</h1>
        <p className="m-0">{say("screen-join-it-is-used-or-over")}</p>
        <Link to="/" className="text-ink underline">
          {say("screen-join-to-the-door")}
        </Link>
      </main>
    );
  return (
    <main className="mx-auto flex max-w-xl flex-col gap-4 p-6">
      <h1 className="m-0 text-3xl">
        {say("screen-join-the-household", { name: invitation.data.household })}
      </h1>
      <p className="m-0">
        {invitation.data.role === "hand" ? say("screen-join-as-a-hand") : say("screen-join-as-a-cook")}
      </p>
      <form
        onSubmit={submit}
        className="plate flex flex-col gap-4 p-6"
        aria-label={say("screen-join-your-account")}
      >
        <AccountField
          label={say("screen-account-name")}
          name="username"
          type="text"
          value={name.value}
          onChange={name.set}
          problem={problem}
          complete="username"
        />
        <AccountField
          label={say("screen-account-password")}
          name="password"
          value={password}
          onChange={setPassword}
          problem={problem}
          complete="new-password"
        />
        {join.error && !problem?.errors.length && <Mistake>{join.error.message}</Mistake>}
        <Button type="submit" weight="ember" disabled={join.isPending}>
          {say("screen-join-join")}
        </Button>
      </form>
    </main>
  );
}
