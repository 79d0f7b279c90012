/**
 * Evrid without a network: at install everything that was built is kept, and from then on served from there, one build at a time. A newer build
 * is kept beside it and taken when no page of the older one is open any more: never during a job. Bundled by scripts/offline.ts, which knows
 * the build and its files.
 */
declare const BUILD: string;
declare const FILES: readonly string[];
/** Pages with a place for a job's id in their address. */
declare const JOB_PAGES: readonly string[];
declare const ID_PLACE: string;
/** An address that leads nowhere, whose answer is the page that says so. */
declare const NOT_FOUND: string;

/** Subset of a service worker's globals; the page types lack them. */
interface WorkerScope {
  addEventListener(
    type: "install" | "activate",
    listener: (event: { waitUntil(work: Promise<unknown>): void }) => void,
  ): void;
  addEventListener(
    type: "fetch",
    listener: (event: { request: Request; respondWith(answer: Promise<Response>): void }) => void,
  ): void;
  clients: { claim(): Promise<void> };
  location: Location;
}
const scope = globalThis as unknown as WorkerScope;

const PREFIX = "evrid-";
const CACHE = `${PREFIX}${BUILD}`;
/** Files fetched at once while it installs: the page is in use meanwhile. */
const AT_ONCE = 4;

scope.addEventListener("install", (event) => event.waitUntil(keepAll()));

scope.addEventListener("activate", (event) => event.waitUntil(forgetOthers().then(() => scope.clients.claim())));

scope.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== scope.location.origin || url.pathname.startsWith("/api/")) return;
  // Data for navigation within a page come from the server; without it the framework loads the page instead.
  if (request.mode !== "navigate" && (url.searchParams.has("_rsc") || request.headers.has("rsc"))) return;
  event.respondWith(request.mode === "navigate" ? page(request, url) : file(request));
});

async function keepAll(): Promise<void> {
  const cache = await caches.open(CACHE);
  const waiting = [...FILES, ...JOB_PAGES];
  const next = async (): Promise<void> => {
    for (let path = waiting.shift(); path !== undefined; path = waiting.shift()) {
      const answer = await fetch(path, { cache: "no-cache", redirect: "error" });
      if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
      await cache.put(path, answer);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, next));
  await cache.put(NOT_FOUND, await fetch(NOT_FOUND, { cache: "no-cache" }));
}

async function forgetOthers(): Promise<void> {
  const names = await caches.keys();
  await Promise.all(
    names.filter((name) => name.startsWith(PREFIX) && name !== CACHE).map((name) => caches.delete(name)),
  );
}

async function file(request: Request): Promise<Response> {
  const kept = await caches.match(request, { cacheName: CACHE, ignoreVary: true });
  if (kept === undefined) return fetch(request);
  // Out of a cache a worker would be told another address than its own, and lose what is written behind it.
  return request.destination === "worker" ? rebuilt(kept, await kept.blob()) : kept;
}

async function page(request: Request, url: URL): Promise<Response> {
  const kept = await caches.match(url.pathname, { cacheName: CACHE, ignoreVary: true });
  if (kept !== undefined) return kept;
  const job = /^\/job\/([^/]+)\/([^/]+)\/?$/.exec(url.pathname);
  const shell = job
    ? await caches.match(`/job/${ID_PLACE}/${job[2]}`, { cacheName: CACHE, ignoreVary: true })
    : undefined;
  if (job === null || shell === undefined) return fetch(request).catch(() => withoutNetwork(url));
  // One page for every job: only the id in its address differs.
  return rebuilt(shell, (await shell.text()).replaceAll(ID_PLACE, job[1]!));
}

/** Answers an address that is kept for no page: a job without a step leads to its first one, anything else is not there. */
async function withoutNetwork(url: URL): Promise<Response> {
  const job = /^\/job\/([^/]+)\/?$/.exec(url.pathname);
  if (job !== null) return Response.redirect(new URL(`/job/${job[1]}/intake`, url), 307);
  const kept = await caches.match(NOT_FOUND, { cacheName: CACHE, ignoreVary: true });
  return kept ?? Response.error();
}

function rebuilt({ status, headers }: Response, body: BodyInit): Response {
  return new Response(body, { status, headers });
}
