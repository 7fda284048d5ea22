import { clientsClaim } from "workbox-core";
import { ExpirationPlugin } from "workbox-expiration";
import { registerRoute } from "workbox-routing";
import { CacheFirst, NetworkFirst } from "workbox-strategies";
import { CACHES, isKeptFile, isOwn, isPage, isReading, toKeep } from "./kept";

/** The service worker: the newest from the server whenever it answers, else what was opened before. */

const PATIENCE_SECONDS = 10;
const MONTH_SECONDS = 30 * 24 * 3600;
const MOST = { code: 150, reading: 400, files: 100 };
const matchOptions = { ignoreVary: true };
const keeping = { cacheWillUpdate: ({ response }: { response: Response }) => toKeep(response) };
const limited = (maxEntries: number) => new ExpirationPlugin({ maxEntries, maxAgeSeconds: MONTH_SECONDS });

addEventListener("install", () => void (self as unknown as { skipWaiting(): Promise<void> }).skipWaiting());
clientsClaim();

// One page carries the application at every address.
registerRoute(
  ({ request, url }) => request.mode === "navigate" && isPage(url.pathname),
  new NetworkFirst({
    cacheName: CACHES.shell,
    networkTimeoutSeconds: PATIENCE_SECONDS,
    matchOptions,
    plugins: [{ cacheKeyWillBeUsed: async () => "/" }],
  }),
);

// Their names change with their content.
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith("/static/"),
  new CacheFirst({ cacheName: CACHES.code, matchOptions, plugins: [limited(MOST.code)] }),
);

registerRoute(
  ({ url, request, sameOrigin }) => sameOrigin && isReading(url.pathname) && isOwn(request.headers),
  new NetworkFirst({
    cacheName: CACHES.reading,
    networkTimeoutSeconds: PATIENCE_SECONDS,
    matchOptions,
    plugins: [keeping, limited(MOST.reading)],
  }),
);

registerRoute(
  ({ url, request, sameOrigin }) =>
    sameOrigin && isKeptFile(url.pathname, request.headers, request.destination),
  new NetworkFirst({ cacheName: CACHES.files, matchOptions, plugins: [keeping, limited(MOST.files)] }),
);
