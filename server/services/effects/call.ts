import { cut, ServiceRequest, type Told } from '@kineta/core';
import { z } from 'zod';
import type { Errand } from '../../clockwork/outbox.ts';
import type { Effect } from '../../house/effect.ts';
import type { House } from '../../house/house.ts';
import { type Caller, CallFailed } from '../caller.ts';

const KIND = 'service';
const Order = z.object({ ticket: z.int(), request: ServiceRequest });

/** What is asked may say much of a visitor; where it is asked says enough. */
const withoutQuery = (url: string): string => url.split(/[?#]/)[0]!;

const failed = (ticket: number, why: string): Told => ({ event: 'told', ticket, outcome: 'failed', why });

/** A call waits in the outbox until what ordered it is committed. */
export const callService: Effect<'call service'> = {
  acts: ['call service'],
  async carryOut(acts, { order }) {
    for (const { ticket, request } of acts) order(KIND, withoutQuery(request.url), { ticket, request });
  },
};

/** Makes calls that wait, again where that makes sense, and tells their steps what was answered. */
export function callErrand({ ports }: House, caller: Caller): Errand {
  return {
    kind: KIND,
    slots: { all: 100, share: 20, each: 10 },
    async run({ workspace, payload, tries, key }) {
      const { ticket, request } = Order.parse(payload);
      const { allowedHosts } = (await ports.directories.of(workspace)).workspace;
      try {
        const result = await caller.call(request, {
          key,
          allowed: allowedHosts,
          keyFor: host => ports.serviceKeys.headersFor(workspace, host),
        });
        return { settled: 'done', tell: { event: 'told', ticket, outcome: 'worked', result } };
      } catch (error) {
        if (!(error instanceof CallFailed)) throw error;
        const why = cut(error.message, 400);
        if (error.mayWorkLater && tries < request.tries) return { again: tries, why };
        return { settled: 'failed', why, tell: failed(ticket, why) };
      }
    },
    gaveUp: (payload, why) => failed(Order.parse(payload).ticket, why),
  };
}
