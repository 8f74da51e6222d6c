import { useState } from "react";

import { useChangePassword, useRecoveryCode } from "@/api/hooks";
import { useHousehold } from "@/api/household";
import { Button } from "@/ui/controls";
import { say } from "@/words/say";

import { AccountField } from "./account-field";
import { AccountForm, problemOf, Proof } from "./account-form";
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

function ChangePassword() {
  const change = useChangePassword();
  const [form, setForm] = useState({ current: "", new: "" });
  return (
    <AccountForm
      id="own-password"
      title={say("screen-own-another-password")}
      lead={say("screen-own-every-other-session-ends")}
      error={change.error}
      onSubmit={() => change.mutate(form, { onSuccess: () => setForm({ current: "", new: "" }) })}
    >
      <Proof
        value={form.current}
        onChange={(current) => setForm({ ...form, current })}
        error={change.error}
      />
      <AccountField
        label={say("screen-account-new-password")}
        name="new"
        value={form.new}
        onChange={(value) => setForm({ ...form, new: value })}
        problem={problemOf(change.error)}
        complete="new-password"
      />
      {change.isSuccess && (
        <p role="status" className="m-0 font-semibold">
          {say("screen-own-it-is-changed")}
        </p>
      )}
      <Button type="submit" weight="ember" className="self-start" disabled={change.isPending}>
        {say("screen-own-change-it")}
      </Button>
    </AccountForm>
  );
}

function WayBack({ made }: { made: boolean }) {
  const ask = useRecoveryCode();
  const [current, setCurrent] = useState("");
  return (
    <AccountForm
      id="own-way-back"
      title={say("screen-own-should-the-password-be-lost")}
      lead={made && !ask.data ? say("screen-own-there-is-a-code") : say("screen-own-a-code-opens-it-once")}
      error={ask.error}
      onSubmit={() => ask.mutate({ current }, { onSuccess: () => setCurrent("") })}
    >
      {ask.data && (
        <p role="status" className="m-0 flex flex-col gap-1">
          <span>{say("screen-own-write-it-down-now")}</span>
          <code className="figure rounded-bar bg-raised p-3 text-xl select-all [overflow-wrap:anywhere]">
            {ask.data.code}
          </code>
        </p>
      )}
      <Proof value={current} onChange={setCurrent} error={ask.error} />
      <Button type="submit" className="self-start" disabled={ask.isPending}>
        {made || ask.data ? say("screen-own-make-a-newer-code") : say("screen-own-make-a-code")}
      </Button>
    </AccountForm>
  );
}
