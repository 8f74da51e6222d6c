import { QRCodeSVG } from "qrcode.react";

import type { Cook } from "@/api/hooks";
import { say } from "@/words/say";

/** A link for everybody's own phone: it shows what is theirs to do. */
export function Phones({ helpers }: { helpers: Cook["helpers"] }) {
  return (
    <details className="plate p-4">
      <summary className="min-h-11 cursor-pointer py-2 text-lg font-bold [font-stretch:80%]">
        {say("screen-phones-a-phone-each")}
      </summary>
      <p className="m-0 text-sm text-ash">{say("screen-phones-point-a-phone-at-the-code")}</p>
      <ul className="m-0 flex list-none flex-wrap gap-6 p-0 pt-3">
        {helpers.map((person) => {
          const link = `${window.location.origin}${window.location.pathname}?person=${encodeURIComponent(person.key)}`;
          return (
            <li key={person.key} className="flex flex-col gap-1">
              <b>{person.name}</b>
              <QRCodeSVG
                value={link}
                size={148}
                marginSize={2}
                title={say("screen-phones-code-of-the-link-for", { name: person.name })}
              />
              <a href={link} className="flex min-h-11 max-w-44 items-center text-sm break-all link">
                {say("screen-phones-open-as", { name: person.name })}
              </a>
            </li>
          );
        })}
      </ul>
    </details>
  );
}
