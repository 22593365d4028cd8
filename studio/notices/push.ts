import { tellingRoutes } from '@kineta/contract';
import { call } from '../shell/api.ts';
import { changedHere, queries } from '../shell/query.ts';
import { isNotifiedHere, notifyHere, notifyNobodyHere } from './notified.ts';

const WORKER = '/push-worker.js';

/** Whether this browser can be notified at all: on phones, some only once the studio is installed. */
export const canPush = (): boolean =>
  'serviceWorker' in navigator && 'PushManager' in window && 'Notification' in window;

async function subscriptionHere(): Promise<PushSubscription | null> {
  if (!canPush()) return null;
  const registration = await navigator.serviceWorker.getRegistration('/');
  return (await registration?.pushManager.getSubscription()) ?? null;
}

/** Under which key it is kept where this browser is reached. */
export const HERE = ['where this browser is reached'];

/** Where this browser is reached; null where it is not notified. */
export async function endpointHere(): Promise<string | null> {
  // A browser that keeps no workers for a page, as in a private window, notifies nobody.
  return subscriptionHere().then(
    subscription => subscription?.endpoint ?? null,
    () => null,
  );
}

/** Where one is notified is otherwise than before. */
async function changed(): Promise<void> {
  await queries.invalidateQueries({ queryKey: HERE });
  await changedHere(tellingRoutes.own);
}

/** Why a browser is not notified, by a code. */
export class NotNotified extends Error {
  override name = 'NotNotified';
  readonly why: 'denied' | 'unable';
  constructor(why: 'denied' | 'unable', cause?: unknown) {
    super(why, { cause });
    this.why = why;
  }
}

async function tellServer(subscription: PushSubscription): Promise<void> {
  const { endpoint, keys } = subscription.toJSON();
  if (!endpoint || !keys?.p256dh || !keys.auth) throw new NotNotified('unable');
  await call(tellingRoutes.pushHere, { body: { endpoint, keys: { p256dh: keys.p256dh, auth: keys.auth } } });
  await changed();
}

/**
 * Notifies a member in this browser from now on. To be called by a click, as browsers ask for one.
 * @param key the server’s, by which the browser’s push service knows it
 * @throws {NotNotified} when the member, or the browser, does not want that
 */
export async function pushHere(member: string, key: string): Promise<void> {
  if ((await Notification.requestPermission()) !== 'granted') throw new NotNotified('denied');
  try {
    await navigator.serviceWorker.register(WORKER, { scope: '/' });
    const { pushManager } = await navigator.serviceWorker.ready;
    const before = await pushManager.getSubscription();
    // One that was made for another key is of no use.
    if (before) await before.unsubscribe();
    const subscription = await pushManager.subscribe({ userVisibleOnly: true, applicationServerKey: key });
    await tellServer(subscription);
    notifyHere(member);
  } catch (error) {
    if (error instanceof DOMException) throw new NotNotified('unable', error);
    throw error;
  }
}

/** Notifies a member in one place no more: here, or elsewhere. */
export async function pushNoMore({ id, here }: { id: string; here: boolean }): Promise<void> {
  if (here) {
    notifyNobodyHere();
    await (await subscriptionHere())?.unsubscribe();
  }
  await call(tellingRoutes.pushNoMore, { params: { id } });
  await changed();
}

/** Who signs in anew where they were notified is notified there again: signing out, or too long a while, had ended that. */
export async function pushAgain(member: string): Promise<void> {
  if (!canPush() || !isNotifiedHere(member) || Notification.permission !== 'granted') return;
  const subscription = await subscriptionHere();
  if (!subscription) return;
  const { places } = await call(tellingRoutes.own, { query: { endpoint: subscription.endpoint } });
  if (!places.some(({ here }) => here)) await tellServer(subscription);
}
