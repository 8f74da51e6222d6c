import { useQuery } from "@tanstack/react-query";

import { answer, client } from "@/api/client";
import { useInstall } from "@/app/install";
import { Button } from "@/ui/controls";
import { say } from "@/words/say";

const useReach = (path: string) =>
  useQuery({
    queryKey: ["reach", path],
    queryFn: ({ signal }) => answer(client.GET("/api/reach", { params: { query: { path } }, signal })),
    staleTime: 60_000,
    retry: false,
  });

/** The same cook on another phone, in one scan. */
export function OnAnotherPhone({ path }: { path: string }) {
  const reach = useReach(path);
  return (
    <details className="plate p-4">
      <summary className="min-h-11 cursor-pointer py-2 text-lg font-semibold">
        {say("screen-reach-on-another-phone")}
      </summary>
      {reach.isPending && (
        <p className="m-0 text-ash">{say("screen-reach-looking-for-this-machines-addresses")}</p>
      )}
      {reach.isError && (
        <p role="alert" className="m-0 text-alarm">
          {reach.error.message}
        </p>
      )}
      {reach.data && reach.data.links.length === 0 && (
        <p className="m-0">
          {reach.data.shared ? (
            say("screen-reach-this-machine-has-no-address-on")
          ) : (
            <>
              {say("screen-reach-only-this-machine-is-served-start")} <code>{say("screen-reach-lan-1")}</code>{" "}
              {say("screen-reach-and-a-phone-on-the-yards")}
            </>
          )}
        </p>
      )}
      {reach.data && reach.data.links.length > 0 && (
        <div className="flex flex-col gap-2">
          <p className="m-0">{say("screen-reach-scan-it-with-a-phone-on")}</p>
          <img
            src={reach.data.picture}
            alt={say("screen-reach-a-code-that-opens", { url: reach.data.links[0]?.url ?? "" })}
            width={190}
            height={190}
            className="self-center rounded-bar bg-white"
          />
          <ul className="m-0 flex list-none flex-col gap-1 p-0">
            {reach.data.links.map((link) => (
              <li key={link.url}>
                <a href={link.url} className="break-all font-semibold link">
                  {link.url}
                </a>{" "}
                <span className="text-sm text-ash">
                  {link.secure
                    ? say("screen-reach-everything-works")
                    : say("screen-reach-plainly-the-screen-may-go-dark")}
                </span>
              </li>
            ))}
          </ul>
          <p className="m-0 text-sm text-ash">
            {say("screen-reach-the-secure-page-warns-once-for")}{" "}
            <a href="/yard.crt" className="underline">
              {say("screen-reach-trust-the-yards-own-certificate")}
            </a>
            .
          </p>
        </div>
      )}
    </details>
  );
}

/** Among the phone's apps, where the browser offers that: opens at the running cook, without the server too. */
export function Install() {
  const install = useInstall();
  if (!install) return null;
  return (
    <section aria-label={say("screen-reach-install")} className="plate flex flex-wrap items-center gap-3 p-4">
      <p className="m-0 min-w-52 flex-1">{say("screen-reach-install-why")}</p>
      <Button onClick={() => void install()}>{say("screen-reach-install")}</Button>
    </section>
  );
}

/** What a page lacks that came without a certificate, and where it is to be had. Marks and readings are kept all the same. */
export function PlainPage({ path }: { path: string }) {
  const plain = !window.isSecureContext;
  const reach = useReach(path);
  if (!plain) return null;
  const secure = reach.data?.links.find((link) => link.secure && link.url.includes(window.location.hostname));
  return (
    <p role="note" className="m-0 rounded-bar border-l-4 border-agency bg-panel p-3 text-sm">
      {say("screen-reach-this-page-came-plainly-everything-you")}
      {secure && (
        <>
          {" "}
          <a href={secure.url} className="font-semibold underline">
            {say("screen-reach-open-the-secure-page")}
          </a>{" "}
          {say("screen-reach-for-both")}
        </>
      )}
    </p>
  );
}
