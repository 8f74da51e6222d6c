import { QRCodeSVG } from "qrcode.react";
import { useState } from "react";

import { useBeginCodes, useConfirmCodes, useStopCodes } from "@/api/own";
import { Button } from "@/ui/controls";
import { say } from "@/words/say";

import { AccountField } from "./account-field";
import { AccountForm, problemOf, Proof } from "./account-form";

const secretOf = (address: string) => new URL(address).searchParams.get("secret") ?? "";

/** Codes of a clock beside the password: begun, confirmed, stopped. */
export function Codes({ asked }: { asked: boolean }) {
  const begin = useBeginCodes();
  const confirm = useConfirmCodes();
  const stop = useStopCodes();
  const [current, setCurrent] = useState("");
  const [code, setCode] = useState("");
  const address = asked ? undefined : begin.data?.address;
  const active = address ? confirm : asked ? stop : begin;
  const submit = () => {
    if (address) confirm.mutate(code.trim(), { onSuccess: () => setCode("") });
    else if (asked) stop.mutate(current, { onSuccess: () => (setCurrent(""), begin.reset()) });
    else begin.mutate(current, { onSuccess: () => setCurrent("") });
  };
  return (
    <AccountForm
      id="own-codes"
      title={say("screen-codes-a-second-step")}
      lead={asked ? say("screen-codes-are-asked") : say("screen-codes-can-be-asked")}
      error={active.error}
      onSubmit={submit}
    >
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
            problem={problemOf(active.error)}
            complete="one-time-code"
          />
        </>
      ) : (
        <Proof value={current} onChange={setCurrent} error={active.error} />
      )}
      <Button type="submit" className="self-start" disabled={active.isPending}>
        {address
          ? say("screen-codes-ask-for-codes")
          : asked
            ? say("screen-codes-stop")
            : say("screen-codes-begin")}
      </Button>
    </AccountForm>
  );
}
