import { flows } from './flows/area.tsx';
import { inbox } from './inbox/area.tsx';
import { notices } from './notices/area.tsx';
import { orders } from './orders/area.tsx';
import { people } from './people/area.tsx';
import { phrases } from './phrases/area.tsx';
import { questions } from './questions/area.tsx';
import { rules } from './rules/area.tsx';
import { settings } from './settings/area.tsx';
import type { Area } from './shell/area.ts';
import { sites } from './sites/area.tsx';
import { today } from './today/area.tsx';
import { you } from './you/area.tsx';

/** Every area of the studio, in the order of the work. One begins with the first that one has. */
export const areas: readonly Area[] = [
  today,
  flows,
  questions,
  sites,
  inbox,
  rules,
  phrases,
  people,
  settings,
  orders,
  notices,
  you,
];
