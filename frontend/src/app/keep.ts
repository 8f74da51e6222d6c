import { createSyncStoragePersister } from "@tanstack/query-sync-storage-persister";
import { defaultShouldDehydrateQuery, type Query } from "@tanstack/react-query";
import { removeOldestQuery } from "@tanstack/react-query-persist-client";

const DAY_MS = 24 * 3600 * 1000;
const KEPT = new Set(["session", "reference", "cooks"]);

/** What the browser keeps to go on with the server gone: who is signed in, the reference, and the cooks. */
export const keeping = {
  persister: createSyncStoragePersister({ storage: window.localStorage, key: "brasko-kept", retry: removeOldestQuery, throttleTime: 2000 }),
  maxAge: DAY_MS,
  buster: "2",
  dehydrateOptions: { shouldDehydrateQuery: (query: Query) => defaultShouldDehydrateQuery(query) && KEPT.has(String(query.queryKey[0])) },
};

export function keepTheShell() {
  if ("serviceWorker" in navigator && import.meta.env.PROD) void navigator.serviceWorker.register("/sw.js");
}
