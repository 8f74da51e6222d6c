import { type FormEvent, useState } from "react";

import { Problem } from "@/api/client";
import { useChangePassword, useRecoveryCode } from "@/api/hooks";
import { useHousehold } from "@/app/session";
import { Button, Mistake } from "@/ui/controls";
import { say } from "@/words/say";

import { AccountField } from "./account-field";
import { Codes } from "./codes";
import { LetGo, Moving } from "./household";
import { People } from "./people";
import { Sessions } from "./sessions";

/** What belongs to the account: its password, and a way back in. */
export function AccountPage() {
  const household = useHousehold();
  const demo = household.username === "demo";
  return (
    <div className="grid items-start gap-4 pt-2 lg:grid-cols-2">
      <h1 className="m-0 text-2xl lg:col-span-2">
        {say("screen-own-account-of", { name: household.username })}
      </h1>
      <Sessions />
      {household.role === "owner" && <People />}
      <ChangePassword />
      <WayBack made={household.has_recovery} />
      <Codes asked={household.asks_codes} />
      {household.role === "owner" && <Moving demo={demo} />}
      {household.role === "owner" && <LetGo />}
    </div>
  );
}

const problemOf = (error: Error | null) => (error instanceof Problem ? error : null);

function Failure({ error }: { error: Error | null }) {
  return error && !problemOf(error)?.errors.length ? <Mistake>{error.message}</Mistake> : null;
}

function ChangePassword() {
  const change = useChangePassword();
  const [form, setForm] = useState({ current: "", new: "" });
  const problem = problemOf(change.error);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    change.mutate(form, { onSuccess: () => setForm({ current: "", new: "" }) });
  };
  return (
    <form onSubmit={submit} aria-labelledby="own-password" className="plate flex flex-col gap-3 p-4">
      <h2 id="own-password" className="m-0 text-lg">
        {say("screen-own-another-password")}
      </h2>
      <p className="m-0 text-sm text-ash">{say("screen-own-every-other-session-ends")}</p>
      <AccountField
        label={say("screen-own-the-one-you-have")}
        name="current"
        value={form.current}
        onChange={(current) => setForm({ ...form, current })}
        problem={problem}
        complete="current-password"
      />
      <AccountField
        label={say("screen-account-new-password")}
        name="new"
        value={form.new}
        onChange={(value) => setForm({ ...form, new: value })}
        problem={problem}
        complete="new-password"
      />
      <Failure error={change.error} />
      {change.isSuccess && (
        <p role="status" className="m-0 font-semibold">
          {say("screen-own-it-is-changed")}
        </p>
      )}
      <Button type="submit" weight="ember" className="self-start" disabled={change.isPending}>
        {say("screen-own-change-it")}
      </Button>
    </form>
  );
}

function WayBack({ made }: { made: boolean }) {
  const ask = useRecoveryCode();
  const [current, setCurrent] = useState("");
  const submit = (event: FormEvent) => {
    event.preventDefault();
    ask.mutate({ current }, { onSuccess: () => setCurrent("") });
  };
  return (
    <form onSubmit={submit} aria-labelledby="own-way-back" className="plate flex flex-col gap-3 p-4">
      <h2 id="own-way-back" className="m-0 text-lg">
        {say("screen-own-should-the-password-be-lost")}
      </h2>
      <p className="m-0 text-sm text-ash">
        {made && !ask.data ? say("screen-own-there-is-a-code") : say("screen-own-a-code-opens-it-once")}
      </p>
      {ask.data && (
        <p role="status" className="m-0 flex flex-col gap-1">
          <span>{say("screen-own-write-it-down-now")}</span>
          <code className="figure rounded-bar bg-raised p-3 text-xl select-all [overflow-wrap:anywhere]">
            {ask.data.code}
          </code>
        </p>
      )}
      <AccountField
        label={say("screen-own-the-one-you-have")}
        name="current"
        value={current}
        onChange={setCurrent}
        problem={problemOf(ask.error)}
        complete="current-password"
      />
      <Failure error={ask.error} />
      <Button type="submit" className="self-start" disabled={ask.isPending}>
        {made || ask.data ? say("screen-own-make-a-newer-code") : say("screen-own-make-a-code")}
      </Button>
    </form>
  );
}
