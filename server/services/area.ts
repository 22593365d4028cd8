import type { Area } from '../house/area.ts';
import { Seal } from '../house/seal.ts';
import { Caller } from './caller.ts';
import { callErrand, callService } from './effects/call.ts';
import { ServiceKeys } from './keys.ts';
import { serviceKeys } from './model.ts';

const callers = new WeakMap<object, Caller>();

/** Calls of other systems over HTTP, and the keys that they ask for. */
export const services: Area = {
  name: 'services',
  tables: [serviceKeys],
  offers: ({ tables, options }) => ({ serviceKeys: new ServiceKeys(tables, new Seal(options.secret)) }),
  effects: () => [callService],
  errands(house) {
    const caller = new Caller(house.options.standIns);
    callers.set(house, caller);
    return [callErrand(house, caller)];
  },
  close: async house => callers.get(house)?.close(),
};
