import { cleanupOutdatedCaches, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching';

/** What makes up the page, with a mark of each; put here when it is built. */
declare const __SHELL__: PrecacheEntry[];

const worker = self as unknown as {
  skipWaiting: () => void;
  addEventListener: (
    kind: 'activate',
    run: (event: { waitUntil: (p: Promise<unknown>) => void }) => void,
  ) => void;
  clients: { claim: () => Promise<void> };
};

worker.skipWaiting();
worker.addEventListener('activate', (event) => event.waitUntil(worker.clients.claim()));
cleanupOutdatedCaches();
// The page and its parts open without a network; plans and reports are asked for by the page itself, and kept by it.
precacheAndRoute(__SHELL__, { cleanURLs: false, directoryIndex: '' });
