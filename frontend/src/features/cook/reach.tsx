import { useQuery } from "@tanstack/react-query";

import { answer, client } from "@/api/client";

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
      <summary className="min-h-11 cursor-pointer py-2 text-lg font-semibold">On another phone</summary>
      {reach.isPending && <p className="m-0 text-ash">Looking for this machine's addresses…</p>}
      {reach.isError && (
        <p role="alert" className="m-0 text-alarm">
          {reach.error.message}
        </p>
      )}
      {reach.data && reach.data.links.length === 0 && (
        <p className="m-0">
          {reach.data.shared ? (
            "This machine has no address on a network."
          ) : (
            <>
              Only this machine is served. Start it with <code>LAN=1</code> and a phone on the yard's Wi-Fi
              can open this page.
            </>
          )}
        </p>
      )}
      {reach.data && reach.data.links.length > 0 && (
        <div className="flex flex-col gap-2">
          <p className="m-0">Scan it with a phone on the same Wi-Fi, and sign in there.</p>
          <img
            src={reach.data.picture}
            alt={`A code that opens ${reach.data.links[0]?.url ?? ""}`}
            width={190}
            height={190}
            className="self-center rounded-bar bg-white"
          />
          <ul className="m-0 flex list-none flex-col gap-1 p-0">
            {reach.data.links.map((link) => (
              <li key={link.url}>
                <a
                  href={link.url}
                  className="break-all font-semibold text-ink underline decoration-ember decoration-2 underline-offset-4"
                >
                  {link.url}
                </a>{" "}
                <span className="text-sm text-ash">
                  {link.secure ? "everything works" : "plainly: the screen may go dark"}
                </span>
              </li>
            ))}
          </ul>
          <p className="m-0 text-sm text-ash">
            The secure page warns once, for the phone does not know this yard. To end that,{" "}
            <a href="/yard.crt" className="underline">
              trust the yard's own certificate
            </a>
            .
          </p>
        </div>
      )}
    </details>
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
      This page came plainly. Everything you mark is kept; but the screen may go dark, and a reload needs the
      server.
      {secure && (
        <>
          {" "}
          <a href={secure.url} className="font-semibold underline">
            Open the secure page
          </a>{" "}
          for both.
        </>
      )}
    </p>
  );
}
