import type { Area } from '../house/area.ts';
import type { House } from '../house/house.ts';
import { Seal } from '../house/seal.ts';
import { Caller } from './caller.ts';
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
  offers: ({ tables, options }) => ({ serviceKeys: new ServiceKeys(tables, new Seal(options.secret)) }),
  effects: () => [callService],
  doors: (doors, house) => wordingDoors(doors, house, () => callerOf(house)),
  errands: house => [callErrand(house, callerOf(house))],
  close: async house => callers.get(house)?.close(),
};
