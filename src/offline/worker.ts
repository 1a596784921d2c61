/** The application without a network: every file and one document of each view are kept, and looked for here first. */
import { Serwist, type PrecacheEntry } from 'serwist';
import { movedTo, ownPath, PREFIX, under, VIEWS } from '../addresses';
import { filesOf, outdated, SHARE_ADDRESS, viewsOf } from './kept';
import { filesIn, keepShared } from './sharing';

declare const self: ServiceWorkerGlobalScope;

/** Both are put in by the build. */
declare const VERSION: string;
declare const FILES: PrecacheEntry[];

const views: readonly string[] = VIEWS;

/** The demo is read once, perhaps without a network. */
const DATA = ['/api/demo'];

/** The answer to this request, without the address it was fetched from: workers read what to do in their own. */
const answer = (kept: Response) =>
  new Response(kept.body, { status: kept.status, statusText: kept.statusText, headers: kept.headers });

const serwist = new Serwist({
  precacheEntries: [
    ...FILES,
    ...[...VIEWS, ...DATA].map((path) => ({ url: under(path), revision: VERSION })),
  ],
  precacheOptions: {
    cacheName: filesOf(VERSION),
    // The query names a record, which the browser reads; the router's own requests are no documents.
    ignoreURLParametersMatching: [/^(?!_rsc$)/],
    matchOptions: { ignoreVary: true },
    plugins: [{ handlerWillRespond: ({ response }) => Promise.resolve(answer(response)) }],
    directoryIndex: null,
    cleanURLs: false,
  },
  clientsClaim: true,
});

/** Fetches what the router asks of each view, as one whole, which does for whatever it has already. */
async function keepViews(): Promise<void> {
  const cache = await caches.open(viewsOf(VERSION));
  await Promise.all(
    views.map(async (view) => {
      const response = await fetch(`${under(view)}?_rsc=${VERSION}`, {
        headers: { RSC: '1' },
        cache: 'reload',
      });
      if (!response.ok) throw new Error(`${view} was answered with ${response.status}.`);
      await cache.put(under(view), response);
    }),
  );
}

self.addEventListener('install', (event) => event.waitUntil(keepViews()));

self.addEventListener('activate', (event) =>
  event.waitUntil(
    caches.keys().then((names) => Promise.all(outdated(names, VERSION).map((name) => caches.delete(name)))),
  ),
);

/** What was kept of a view for the router; null where it is none of ours. */
async function keptView(url: URL): Promise<Response | null> {
  const view = ownPath(url.pathname);
  if (view === null || !views.includes(view)) return null;
  const kept = await (await caches.open(viewsOf(VERSION))).match(under(view), { ignoreVary: true });
  return kept ? answer(kept) : null;
}

// What the router asks for. What it fetches ahead comes in pieces of another form, which are not kept.
serwist.registerCapture(
  ({ request, sameOrigin }) => sameOrigin && request.headers.get('RSC') === '1',
  async ({ url, request }) => {
    const isAhead = request.headers.has('Next-Router-Prefetch');
    const kept = isAhead ? null : await keptView(url);
    if (kept) return kept;
    // Nothing is there ahead; the router asks again when it is needed.
    return isAhead ? fetch(request).catch(() => new Response(null, { status: 204 })) : fetch(request);
  },
);

/** Where an address leads that is another's now: one of before, or that of the folder that all is in; null for all others. */
function leadsTo({ pathname, search }: URL): string | null {
  if (PREFIX && pathname === `${PREFIX}/`) return under('/') + search;
  const path = ownPath(pathname);
  const moved = path === null ? null : movedTo({ pathname: path, search });
  return moved === null ? null : under(moved);
}

serwist.registerCapture(
  ({ url, request, sameOrigin }) => sameOrigin && request.mode === 'navigate' && leadsTo(url) !== null,
  ({ url }) => Promise.resolve(Response.redirect(new URL(leadsTo(url)!, url).href, 308)),
);

// What other programs share goes into the Library.
serwist.registerCapture(
  ({ url, sameOrigin }) => sameOrigin && url.pathname === under(SHARE_ADDRESS),
  async ({ request, url }) => {
    await keepShared(filesIn(await request.formData()));
    return Response.redirect(new URL(under('/'), url).href, 303);
  },
  'POST',
);

// A tab that runs on the version before finds its files as long as it is open.
serwist.registerCapture(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith(under('/_next/static/')),
  async ({ request }) => {
    const kept = await caches.match(request, { ignoreVary: true, ignoreSearch: true });
    return kept ? answer(kept) : fetch(request);
  },
);

serwist.addEventListeners();
