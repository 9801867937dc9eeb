// Keeps the page, and the charts that are being painted, at hand: painting goes on where there is no network.
const SHELL = "molvet-shell";
const DESK = "molvet-desk";
// What was looked at can be looked at again without a network. Not what goes out as files, and not the shop, which carries its own.
const AT_HAND = /^\/api\/(?!collection\.|shop|shared\/|calendar|openapi|phone|health)[^.]*$/;
const MOST_ANSWERS = 300;
const MOST_BYTES = 2_000_000;
const MOST_ASSETS = 240;

// The first visit is made before this stands between page and server: the page and its parts are fetched for the next.
// What could not be fetched now comes with the pages that are opened.
self.addEventListener("install", (event) =>
  event.waitUntil(
    keepShell()
      .catch(() => {})
      .then(() => self.skipWaiting()),
  ),
);
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

self.addEventListener("fetch", (event) => {
  const request = event.request;
  const url = new URL(request.url);
  if (url.origin !== self.location.origin) return;
  // Who leaves leaves nothing behind.
  if (request.method === "DELETE" && /^\/api\/(session|account)$/.test(url.pathname))
    event.waitUntil(caches.delete(DESK));
  if (request.method !== "GET") return;
  if (url.pathname.startsWith("/assets/")) event.respondWith(keptFirst(request));
  else if (request.mode === "navigate") event.respondWith(freshFirst(request, SHELL, "/"));
  else if (AT_HAND.test(url.pathname)) event.respondWith(freshFirst(request, DESK, request));
});

// Word lists by which a new password is judged: without a server none is set, and they are larger than all else together.
const NEEDS_THE_SERVER = /\/strength\.ts$/;

async function keepShell() {
  const page = await fetch("/");
  if (!page.ok) return;
  const cache = await caches.open(SHELL);
  await cache.put("/", page.clone());
  const parts = named(await page.text());
  // Pages are fetched when they are first opened; where there is no network they must be here already.
  const all = await fetch("/parts.json");
  if (all.ok)
    for (const part of Object.values(await all.json()))
      if (/\.(js|css)$/.test(part.file) && !NEEDS_THE_SERVER.test(part.src ?? "")) parts.add(`/${part.file}`);
  for (const part of parts) {
    const answer = await keptFirst(new Request(part));
    // Of the letters only those of every page; others come when a name needs them.
    if (part.endsWith(".css"))
      for (const letters of named(await answer.clone().text())) {
        if (letters.includes("-latin-wght-")) await keptFirst(new Request(letters));
      }
  }
}

/** Addresses of assets in a page or a style sheet. */
function named(text) {
  return new Set(text.match(/\/assets\/[\w.-]+/g));
}

/** What has its content in its name never changes. */
async function keptFirst(request) {
  const cache = await caches.open(SHELL);
  const kept = await cache.match(request);
  if (kept) return kept;
  const answer = await fetch(request);
  if (answer.ok) {
    await cache.put(request, answer.clone());
    const keys = (await cache.keys()).filter((k) => new URL(k.url).pathname.startsWith("/assets/"));
    for (const old of keys.slice(0, Math.max(0, keys.length - MOST_ASSETS))) await cache.delete(old);
  }
  return answer;
}

/** From the server; what it last said only where it cannot be reached. */
async function freshFirst(request, name, key) {
  const cache = await caches.open(name);
  try {
    const answer = await fetch(request);
    if (answer.ok && answer.type === "basic" && !answer.redirected) {
      if (name !== DESK) await cache.put(key, answer.clone());
      else await keepAnswer(cache, key, answer.clone());
    }
    if (answer.status === 401) await caches.delete(DESK);
    return answer;
  } catch (away) {
    const kept = await cache.match(key);
    if (kept) return name === DESK ? dated(kept) : kept;
    throw away;
  }
}

/** Answers of moderate size, with when they were given; the oldest go. */
async function keepAnswer(cache, key, answer) {
  if (!answer.headers.get("Content-Type")?.includes("json")) return;
  const body = await answer.arrayBuffer();
  if (body.byteLength > MOST_BYTES) return;
  const headers = { "Content-Type": "application/json", "Molvet-Kept": new Date().toISOString() };
  await cache.delete(key);
  await cache.put(key, new Response(body, { headers }));
  const keys = await cache.keys();
  for (const old of keys.slice(0, Math.max(0, keys.length - MOST_ANSWERS))) await cache.delete(old);
}

/** As it was kept; the page sees by its header that it is not of now. */
const dated = (kept) => new Response(kept.body, { headers: kept.headers });
