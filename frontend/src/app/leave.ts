import { forgetAll } from "@/api/outbox";

import { forgetDrafts } from "./drafts";
import { keepNothing } from "./keep";

const LEFT = "left";
/** One channel for speaking and for listening: a tab does not hear itself. */
const tabs = "BroadcastChannel" in window ? new BroadcastChannel("brasko-tabs") : null;

/** Nothing of a household stays in this browser: at once, before the server answers, and in the other tabs too. */
export function leaveNothing() {
  forgetAll();
  forgetDrafts();
  keepNothing();
  tabs?.postMessage(LEFT);
}

/** A tab whose household has left in another tab begins anew. */
export function watchOtherTabs() {
  tabs?.addEventListener("message", (message) => {
    if (message.data !== LEFT) return;
    keepNothing();
    window.location.assign("/");
  });
}
