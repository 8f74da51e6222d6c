import { createSyncStoragePersister } from "@tanstack/query-sync-storage-persister";
import { defaultShouldDehydrateQuery, type Query } from "@tanstack/react-query";
import { removeOldestQuery } from "@tanstack/react-query-persist-client";

import { language } from "@/words/catalogue";

const DAY_MS = 24 * 3600 * 1000;
const KEPT = new Set(["session", "reference", "cooks"]);

/** That nobody is signed in is not worth keeping: somebody may be by the next time. */
const isNobody = (query: Query) =>
  query.queryKey[0] === "session" && !(query.state.data as { signed_in?: boolean } | undefined)?.signed_in;

let shut = false;

/** A save that was put off comes after the household has left: it must find the door shut. */
const storage = {
  getItem: (key: string) => localStorage.getItem(key),
  setItem: (key: string, value: string) => {
    if (!shut) localStorage.setItem(key, value);
  },
  removeItem: (key: string) => localStorage.removeItem(key),
};

/** What the browser keeps to go on with the server gone: who is signed in, the reference, and the cooks. */
export const keeping = {
  persister: createSyncStoragePersister({
    storage,
    key: "brasko-kept",
    retry: removeOldestQuery,
    throttleTime: 2000,
  }),
  maxAge: DAY_MS,
  buster: `3-${language()}`,
  dehydrateOptions: {
    shouldDehydrateQuery: (query: Query) =>
      defaultShouldDehydrateQuery(query) && KEPT.has(String(query.queryKey[0])) && !isNobody(query),
  },
};

/** Forgets what was kept, and keeps nothing more until somebody is signed in again. */
export function keepNothing() {
  shut = true;
  void keeping.persister.removeClient();
}

/** Somebody is signed in: what they look at is kept from now on. */
export function keepAgain() {
  shut = false;
}

const AGAIN_MS = 30_000;

/** Keeps what the interface is made of. Where the network fails meanwhile it is tried again. */
export function keepTheShell() {
  if (!("serviceWorker" in navigator) || !import.meta.env.PROD) return;
  const again = () => {
    window.setTimeout(keepTheShell, AGAIN_MS);
  };
  navigator.serviceWorker.register("/sw.js").then((registration) => {
    const coming = registration.installing;
    coming?.addEventListener("statechange", () => {
      if (coming.state === "redundant" && !registration.active) again();
    });
  }, again);
}
