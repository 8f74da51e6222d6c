// Keeps what the interface is made of, so that a reload beside the fire works with the server or the Wi-Fi gone.
// Data is never kept here: the page has its own copy of the cook that is on.
const KEPT = "brasko-shell-2";

const ASSET = /\/assets\/[\w.-]+/g;
const PART = /["'](?:assets\/|\.\/)([\w.-]+\.(?:js|css))["']/g;

async function keepAll() {
  const kept = await caches.open(KEPT);
  const page = await fetch("/", { cache: "no-store" });
  const named = new Set((await page.clone().text()).match(ASSET) ?? []);
  await kept.put("/", page);
  // a set that grows while it is gone through: what a part names is looked into as well
  for (const path of named) {
    if (!path.endsWith(".js")) continue;
    for (const [, part] of (await (await fetch(path)).text()).matchAll(PART)) named.add(`/assets/${part}`);
  }
  for (const path of [...named].filter((p) => p.endsWith(".css"))) {
    for (const font of (await (await fetch(path)).text()).match(ASSET) ?? []) named.add(font);
  }
  await kept.addAll([...named]);
}

self.addEventListener("install", (event) => {
  self.skipWaiting();
  event.waitUntil(keepAll());
});
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

async function keep(request, response) {
  if (response.ok) {
    const kept = await caches.open(KEPT);
    await kept.put(request, response.clone());
  }
  return response;
}

async function fresh(request, key) {
  try {
    return await keep(key, await fetch(request));
  } catch (error) {
    const kept = await caches.match(key);
    if (kept) return kept;
    throw error;
  }
}

self.addEventListener("notificationclick", (event) => {
  event.notification.close();
  const to = event.notification.data?.url ?? "/cook";
  event.waitUntil(
    self.clients.matchAll({ type: "window" }).then((open) => {
      const there = open.find((page) => page.url === to) ?? open[0];
      return there ? there.focus() : self.clients.openWindow(to);
    }),
  );
});

// A photo that a phone shares is kept for the page that asks which cook it belongs to.
const SHARED = "brasko-shared";
async function takePhoto(request) {
  const photo = (await request.formData()).get("photo");
  const shared = await caches.open(SHARED);
  if (photo instanceof File) {
    const headers = { "content-type": photo.type || "image/jpeg" };
    await shared.put("/shared-photo", new Response(photo, { headers }));
  } else await shared.delete("/shared-photo");
  return Response.redirect("/shared-photo", 303);
}

self.addEventListener("fetch", (event) => {
  const url = new URL(event.request.url);
  if (event.request.method === "POST" && url.origin === self.location.origin && url.pathname === "/shared-photo") {
    event.respondWith(takePhoto(event.request));
    return;
  }
  if (event.request.method !== "GET" || url.origin !== self.location.origin || url.pathname.startsWith("/api/")) return;
  if (event.request.mode === "navigate") event.respondWith(fresh(event.request, "/"));
  else if (url.pathname.startsWith("/assets/")) {
    event.respondWith(caches.match(event.request).then((kept) => kept ?? fetch(event.request).then((response) => keep(event.request, response))));
  } else event.respondWith(fresh(event.request, event.request));
});
