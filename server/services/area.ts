import { randomUUID } from 'node:crypto';
import type { Area } from '../house/area.ts';
import type { House } from '../house/house.ts';
import { Seal } from '../house/seal.ts';
import { Caller, CallFailed } from './caller.ts';
import { callErrand, callService } from './effects/call.ts';
import { ServiceKeys } from './keys.ts';
import { serviceKeys } from './model.ts';
import { wordingDoors } from './wording.ts';

const callers = new WeakMap<House, Caller>();

function callerOf(house: House): Caller {
  const caller = callers.get(house) ?? new Caller(house.options.standIns);
  callers.set(house, caller);
  return caller;
}

/** Calls of other systems over HTTP, and the keys that they ask for. */
export const services: Area = {
  name: 'services',
  tables: [serviceKeys],
  offers: house => ({
    serviceKeys: new ServiceKeys(house.tables, new Seal(house.options.secret)),
    outside: {
      async ask(workspace, { url, body, seconds }) {
        const { allowedHosts } = (await house.ports.directories.of(workspace)).workspace;
        try {
          const answer = await callerOf(house).call(
            { method: 'POST', url, body, limit: seconds, tries: 1 },
            {
              key: randomUUID(),
              allowed: allowedHosts,
              keyFor: host => house.ports.serviceKeys.headersFor(workspace, host),
            },
          );
          return { answer };
        } catch (error) {
          if (error instanceof CallFailed) return { failed: error.message };
          throw error;
        }
      },
    },
  }),
  effects: () => [callService],
  doors: wordingDoors,
  errands: house => [callErrand(house, callerOf(house))],
  close: async house => callers.get(house)?.close(),
};
