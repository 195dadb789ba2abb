/// <reference lib="webworker" />
/** Keeps the app's own files and what it last showed, so that a tablet opens the kitchen, to read, while the kitchen computer is away. What the server
 * answers always comes first: neither an old build nor an old state is ever shown while it can be reached. */
import { clientsClaim } from "workbox-core";
import { ExpirationPlugin } from "workbox-expiration";
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { NetworkFirst } from "workbox-strategies";
import { KEPT_AT, LAST_SEEN } from "./client/kept";

declare const self: ServiceWorkerGlobalScope;

const MOST_KEPT = 400;
// What is no state to be read again: streams, files to take away, copies, and who is let in.
const NOT_KEPT =
  /^\/api\/(health|door|backups|archives|scale|probe)|\/(stream|export|file|print|guide|calendar|picture|table|text|to-do|pdf|svg)/;

precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();
self.skipWaiting();
clientsClaim();

registerRoute(
  new NavigationRoute(
    async ({ request }) => {
      try {
        return await fetch(request);
      } catch (failure) {
        const page = await matchPrecache("index.html");
        if (page) return page;
        throw failure;
      }
    },
    { denylist: [/^\/api\//] },
  ),
);

registerRoute(
  ({ url, request }) =>
    url.origin === self.location.origin &&
    url.pathname.startsWith("/api/") &&
    !NOT_KEPT.test(url.pathname) &&
    request.headers.get("accept") !== "text/event-stream",
  new NetworkFirst({
    cacheName: LAST_SEEN,
    plugins: [
      {
        fetchDidSucceed: async ({ response }) => {
          // Not let in any more: nothing stays to be read.
          if (response.status === 401) await caches.delete(LAST_SEEN);
          return response;
        },
        cacheWillUpdate: async ({ response }) => (response.ok ? stamped(response) : null),
      },
      new ExpirationPlugin({ maxEntries: MOST_KEPT, purgeOnQuotaError: true }),
    ],
  }),
);

/** An answer with the moment at which it was given. */
async function stamped(answer: Response): Promise<Response> {
  const headers = new Headers(answer.headers);
  headers.set(KEPT_AT, new Date().toISOString());
  return new Response(await answer.blob(), { status: answer.status, statusText: answer.statusText, headers });
}
