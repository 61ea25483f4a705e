// The pages, kept for use without a connection. What is asked of the server itself is never kept here.
const KEPT = "brookwind-__STAMP__";
const FILES = __FILES__;

self.addEventListener("install", (event) => {
  event.waitUntil(caches.open(KEPT).then((cache) => cache.addAll(FILES)).then(() => self.skipWaiting()));
});

self.addEventListener("activate", (event) => {
  const others = (names) => names.filter((n) => n.startsWith("brookwind-") && n !== KEPT);
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(others(names).map((n) => caches.delete(n))))
      .then(() => self.clients.claim()),
  );
});

const LONG_MS = 2500;

/** The page as the server has it now; as it was kept where nobody answers soon. */
async function page(request) {
  const late = new Promise((_, refuse) => setTimeout(refuse, LONG_MS));
  try {
    return await Promise.race([fetch(request), late]);
  } catch {
    return (await caches.match("/")) ?? Response.error();
  }
}

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== self.location.origin || url.pathname.startsWith("/api")) return;
  if (request.mode === "navigate") event.respondWith(page(request));
  else event.respondWith(caches.match(request).then((kept) => kept ?? fetch(request)));
});
