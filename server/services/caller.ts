import { type ServiceRequest, TooDeep, wellFormed } from '@kineta/core';
import { fetch } from 'undici';
import { WaysOut } from '../http/outside.ts';

/** Why a call gave nothing to go on with, as a sentence’s end for the log. */
export class CallFailed extends Error {
  override name = 'CallFailed';
  readonly mayWorkLater: boolean;
  constructor(why: string, mayWorkLater: boolean) {
    super(why);
    this.mayWorkLater = mayWorkLater;
  }
}

/** The most that is read of an answer, in bytes. */
const MOST_BYTES = 256 * 1_024;

const blocked = 'its address is inside a private network, which the workspace does not allow.';

function cause(error: unknown): CallFailed | undefined {
  for (let at: unknown = error; at instanceof Error; at = at.cause) if (at instanceof CallFailed) return at;
  return undefined;
}

/** Calls services for flows: JSON in and out, within a time, never into private networks unless that is allowed. */
export class Caller {
  private readonly ways: WaysOut;

  /** @param standIns origins that answer in the place of a host */
  constructor(standIns: Readonly<Record<string, string>> = {}) {
    this.ways = new WaysOut(standIns, () => new CallFailed(blocked, false));
  }

  /**
   * @param key what the call is known by when it is made twice: sent as `Idempotency-Key`, a string as RFC 9651 writes one
   * (draft-ietf-httpapi-idempotency-key-header)
   * @param allowed hosts, with their ports when those are not the usual ones, that may lie in private networks
   * @param keyFor the header of a host’s key, or nothing
   * @returns the JSON of the answer
   * @throws {CallFailed} with the reason in words
   */
  async call(
    request: Omit<ServiceRequest, 'body'> & { body?: unknown },
    {
      key,
      allowed,
      keyFor,
    }: {
      key: string;
      allowed: readonly string[];
      keyFor: (host: string) => Promise<Record<string, string>>;
    },
  ): Promise<unknown> {
    if (!URL.canParse(request.url)) throw new CallFailed('its address cannot be read.', false);
    const asked = new URL(request.url);
    const { url, dispatcher, isAllowed } = this.ways.to(asked, allowed);
    const secret = await keyFor(asked.host.toLowerCase());
    if (Object.keys(secret).length > 0 && url.protocol !== 'https:' && !isAllowed)
      throw new CallFailed('its address begins with http://, on whose way others could read its key.', false);
    try {
      const response = await fetch(url, {
        method: request.method,
        headers: {
          accept: 'application/json',
          'user-agent': 'Kineta',
          'idempotency-key': `"${key}"`,
          ...secret,
          ...(request.method === 'POST' ? { 'content-type': 'application/json' } : {}),
        },
        ...(request.method === 'POST' ? { body: JSON.stringify(request.body ?? {}) } : {}),
        // An answer that sends elsewhere could send inside.
        redirect: 'error',
        signal: AbortSignal.timeout(request.limit * 1_000),
        dispatcher,
      });
      if (!response.ok) {
        await response.body?.cancel();
        throw new CallFailed(
          `it answered with status ${response.status}.`,
          response.status >= 500 || response.status === 429,
        );
      }
      const type = response.headers.get('content-type') ?? '';
      if (!/\bjson\b/i.test(type)) {
        await response.body?.cancel();
        throw new CallFailed(`it answered with ${type.split(';')[0] || 'something unnamed'} instead of JSON.`, false);
      }
      return wellFormed(JSON.parse(await read(response.body)));
    } catch (error) {
      const known = cause(error);
      if (known) throw known;
      if ((error as Error).name === 'TimeoutError')
        throw new CallFailed(`it took longer than ${request.limit} s.`, true);
      if (error instanceof TooDeep) throw new CallFailed('its answer is nested too deeply.', false);
      if (error instanceof SyntaxError) throw new CallFailed('its answer is not JSON.', false);
      throw new CallFailed('it could not be reached.', true);
    }
  }

  async close(): Promise<void> {
    await this.ways.close();
  }
}

/** The text of an answer, given up when it is longer than anything a flow could use. */
async function read(body: AsyncIterable<Uint8Array> | null): Promise<string> {
  const parts: Uint8Array[] = [];
  let size = 0;
  for await (const part of body ?? []) {
    size += part.length;
    if (size > MOST_BYTES) throw new CallFailed(`its answer is longer than ${MOST_BYTES / 1_024} KB.`, false);
    parts.push(part);
  }
  return Buffer.concat(parts).toString('utf8');
}
