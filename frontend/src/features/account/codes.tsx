import { QRCodeSVG } from "qrcode.react";
import { type FormEvent, useState } from "react";

import { Problem } from "@/api/client";
import { useBeginCodes, useConfirmCodes, useStopCodes } from "@/api/own";
import { Button, Mistake } from "@/ui/controls";
import { say } from "@/words/say";

import { AccountField } from "./account-field";

const problemOf = (error: Error | null) => (error instanceof Problem ? error : null);
const secretOf = (address: string) => new URL(address).searchParams.get("secret") ?? "";

/** Codes of a clock beside the password: begun, confirmed, stopped. */
export function Codes({ asked }: { asked: boolean }) {
  const begin = useBeginCodes();
  const confirm = useConfirmCodes();
  const stop = useStopCodes();
  const [current, setCurrent] = useState("");
  const [code, setCode] = useState("");
  const address = asked ? undefined : begin.data?.address;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (address) confirm.mutate(code.trim(), { onSuccess: () => setCode("") });
    else if (asked) stop.mutate(current, { onSuccess: () => (setCurrent(""), begin.reset()) });
    else begin.mutate(current, { onSuccess: () => setCurrent("") });
  };
  const active = address ? confirm : asked ? stop : begin;
  const problem = problemOf(active.error);
  return (
    <form onSubmit={submit} aria-labelledby="own-codes" className="plate flex flex-col gap-3 p-4">
      <h2 id="own-codes" className="m-0 text-lg">
        {say("screen-codes-a-second-step")}
      </h2>
      <p className="m-0 text-sm text-ash">
        {asked ? say("screen-codes-are-asked") : say("screen-codes-can-be-asked")}
      </p>
      {address ? (
        <>
          <div className="flex flex-wrap items-start gap-4">
            <span className="rounded-bar bg-white p-2">
              <QRCodeSVG value={address} size={170} title={say("screen-codes-picture")} />
            </span>
            <p className="m-0 flex-1 basis-52 text-sm">
              {say("screen-codes-scan-it")}
              <code className="figure mt-2 block rounded-bar bg-raised p-2 text-base select-all [overflow-wrap:anywhere]">
                {secretOf(address)}
              </code>
            </p>
          </div>
          <AccountField
            label={say("screen-codes-the-code-now")}
            name="code"
            type="text"
            value={code}
            onChange={setCode}
            problem={problem}
            complete="one-time-code"
          />
        </>
      ) : (
        <AccountField
          label={say("screen-own-the-one-you-have")}
          name="current"
          value={current}
          onChange={setCurrent}
          problem={problem}
          complete="current-password"
        />
      )}
      {active.error && !problem?.errors.length && <Mistake>{active.error.message}</Mistake>}
      <Button type="submit" className="self-start" disabled={active.isPending}>
        {address
          ? say("screen-codes-ask-for-codes")
          : asked
            ? say("screen-codes-stop")
            : say("screen-codes-begin")}
      </Button>
    </form>
  );
}
