import { account } from './account/area.ts';
import { conversations } from './conversations/area.ts';
import { figures } from './figures/area.ts';
import { files } from './files/area.ts';
import { flows } from './flows/area.ts';
import type { Area } from './house/area.ts';
import { mail } from './mail/area.ts';
import { notices } from './notices/area.ts';
import { orders } from './orders/area.ts';
import { passers } from './passers/area.ts';
import { people } from './people/area.ts';
import { phrases } from './phrases/area.ts';
import { pictures } from './pictures/area.ts';
import { products } from './products/area.ts';
import { questions } from './questions/area.ts';
import { rules } from './rules/area.ts';
import { services } from './services/area.ts';
import { settings } from './settings/area.ts';
import { sites } from './sites/area.ts';
import { today } from './today/area.ts';

/** Every area, each a line. */
export const areas: readonly Area[] = [
  account,
  settings,
  sites,
  pictures,
  products,
  questions,
  flows,
  conversations,
  passers,
  phrases,
  rules,
  people,
  files,
  notices,
  figures,
  mail,
  services,
  orders,
  today,
];
