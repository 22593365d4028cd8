import type { PushPayload } from '@kineta/contract';

declare const self: ServiceWorkerGlobalScope;

/** For how long it is shown who looks after something, before that is gone too, in milliseconds. */
const GONE_AFTER = 4_000;

const pause = (milliseconds: number) => new Promise(resolve => setTimeout(resolve, milliseconds));

/** Shows what came; what is looked after by then is shown in its place for a moment, and taken away. */
async function show({ tag, title, body, url, over }: PushPayload): Promise<void> {
  const shown = await self.registration.getNotifications({ tag });
  // It was taken away already, or never came: nothing more is to be said of it.
  if (over && shown.length === 0) return;
  const pages = await self.clients.matchAll({ type: 'window' });
  // A page that is open makes the sound that was chosen there.
  const silent = over === true || pages.length > 0;
  await self.registration.showNotification(title, { tag, body, silent, icon: '/icon-192.png', data: { url } });
  if (!over) return;
  await pause(GONE_AFTER);
  for (const one of await self.registration.getNotifications({ tag })) one.close();
}

/** Shows a page of the studio: one that is open, or else another. */
async function open(url: string): Promise<void> {
  const [page] = await self.clients.matchAll({ type: 'window', includeUncontrolled: true });
  if (!page) {
    await self.clients.openWindow(url);
    return;
  }
  await page.focus();
  page.postMessage({ go: url });
}

self.addEventListener('install', event => event.waitUntil(self.skipWaiting()));
self.addEventListener('activate', event => event.waitUntil(self.clients.claim()));
self.addEventListener('push', event => {
  const payload = event.data?.json() as PushPayload | undefined;
  if (payload) event.waitUntil(show(payload));
});
self.addEventListener('notificationclick', event => {
  event.notification.close();
  event.waitUntil(open((event.notification.data as { url: string }).url));
});
