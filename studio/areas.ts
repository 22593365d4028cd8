import { account } from './account/area.tsx';
import { flows } from './flows/area.tsx';
import { inbox } from './inbox/area.tsx';
import { notices } from './notices/area.tsx';
import { orders } from './orders/area.tsx';
import { people } from './people/area.tsx';
import { settings } from './settings/area.tsx';
import type { Area } from './shell/area.ts';

/** Every area of the studio, in the order of the work. One begins with the first that one has. */
export const areas: readonly Area[] = [flows, inbox, people, settings, orders, notices, account];
