import { QRCodeSVG } from "qrcode.react";

import { say } from "@/words/say";

/** An address to give to somebody, written and as a picture to scan. */
export function WayIn({ address, about }: { address: string; about: string }) {
  return (
    <div role="status" className="flex flex-wrap items-start gap-4">
      <span className="rounded-bar bg-white p-2">
        <QRCodeSVG value={address} size={150} title={say("screen-way-in-picture", { about })} />
      </span>
      <p className="m-0 flex min-w-0 flex-1 basis-52 flex-col gap-1">
        <span className="font-semibold">{about}</span>
        <code className="rounded-bar bg-raised p-2 text-sm select-all [overflow-wrap:anywhere]">
          {address}
        </code>
      </p>
    </div>
  );
}
