import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { parseCookie } from 'cookie';

export const DEVICE_COOKIE = 'kineta_device';
/** How long a browser is known that somebody has signed in with. */
export const DEVICE_DAYS = 365;

const marked = (secret: string, member: string, device: string): string =>
  createHmac('sha256', secret).update(`device ${member} ${device}`).digest('base64url');

/** Marks a browser as one in which this member has signed in. */
export function knownDevice(secret: string, member: string): string {
  const device = randomBytes(12).toString('base64url');
  return `${member}.${device}.${marked(secret, member, device)}`;
}

/**
 * The browser by which a request comes, when the member has signed in with it before. Its guesses are counted by
 * themselves, so that nobody else’s lock the member out of it.
 */
export function deviceOf(secret: string, member: string, cookies: string | undefined): string | undefined {
  const [whose, device = '', mark = ''] = (parseCookie(cookies ?? '')[DEVICE_COOKIE] ?? '').split('.');
  if (whose !== member || device === '') return undefined;
  const [given, right] = [mark, marked(secret, member, device)].map(text => Buffer.from(text));
  return given!.length === right!.length && timingSafeEqual(given!, right!) ? device : undefined;
}
