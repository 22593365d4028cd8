import { fetch } from 'undici';
import webpush from 'web-push';
import { WaysOut } from '../../http/outside.ts';

/** Why a notification did not go out: for good, or for now. */
export class PushFailed extends Error {
  override name = 'PushFailed';
  readonly kind: 'gone' | 'later' | 'never';
  constructor(why: string, kind: 'gone' | 'later' | 'never') {
    super(why);
    this.kind = kind;
  }
}

/** For how many milliseconds a push service may take. */
const PATIENCE = 10_000;
/** For how many seconds it keeps what cannot be delivered yet: a phone may be off for a while, and what is older is no news. */
const KEPT = 3_600;
/** The most bytes of a payload that every service takes (RFC 8291, 4, less its frame). */
const MOST_BYTES = 3_800;

/** The key by which services know us, and whom they write to when we are a nuisance (RFC 8292). */
export interface VapidKey {
  publicKey: string;
  privateKey: string;
  subject: string;
}

/** Where a browser is reached. */
export interface PushAddressee {
  endpoint: string;
  p256dh: string;
  auth: string;
}

/** Sends notifications to the push services of browsers, sealed for the browser (RFC 8030, 8291). */
export class PushService {
  private readonly waysOut: WaysOut;

  constructor(standIns: Readonly<Record<string, string>> = {}) {
    this.waysOut = new WaysOut(standIns, () => new PushFailed('its address is inside a private network.', 'never'));
  }

  /**
   * @param topic what is not delivered yet under the same is replaced
   * @throws {PushFailed} with the reason in words
   */
  async send({ endpoint, p256dh, auth }: PushAddressee, payload: object, topic: string, key: VapidKey): Promise<void> {
    const content = JSON.stringify(payload);
    if (Buffer.byteLength(content) > MOST_BYTES) throw new PushFailed('it says too much for a notification.', 'never');
    const { publicKey, privateKey, subject } = key;
    try {
      const { method, headers, body } = webpush.generateRequestDetails({ endpoint, keys: { p256dh, auth } }, content, {
        vapidDetails: { publicKey, privateKey, subject },
        TTL: KEPT,
        urgency: 'high',
        topic,
        contentEncoding: 'aes128gcm',
      });
      const { url, dispatcher } = this.waysOut.to(new URL(endpoint));
      const response = await fetch(url, {
        method,
        headers: headers as Record<string, string>,
        body: body as Buffer,
        redirect: 'error',
        signal: AbortSignal.timeout(PATIENCE),
        dispatcher,
      });
      await response.body?.cancel();
      if (response.ok) return;
      // RFC 8030, 7.3: such a subscription is there no more.
      if (response.status === 404 || response.status === 410)
        throw new PushFailed('the browser does not take notifications any more.', 'gone');
      const isForNow = response.status >= 500 || response.status === 429;
      throw new PushFailed(`its push service answered with status ${response.status}.`, isForNow ? 'later' : 'never');
    } catch (error) {
      for (let at: unknown = error; at instanceof Error; at = at.cause) if (at instanceof PushFailed) throw at;
      throw new PushFailed('its push service could not be reached.', 'later');
    }
  }

  close(): Promise<void> {
    return this.waysOut.close();
  }
}
