import { forgetAll } from "@/api/outbox";

import { keeping } from "./keep";

const TABS = "brasko-tabs";
const LEFT = "left";

/** Nothing of a household stays in this browser: at once, before the server answers, and in the other tabs too. */
export function leaveNothing() {
  forgetAll();
  void keeping.persister.removeClient();
  const tabs = new BroadcastChannel(TABS);
  tabs.postMessage(LEFT);
  tabs.close();
}

/** A tab whose household has left in another tab begins anew. */
export function watchOtherTabs() {
  if (!("BroadcastChannel" in window)) return;
  new BroadcastChannel(TABS).onmessage = (message) => { if (message.data === LEFT) window.location.assign("/"); };
}
