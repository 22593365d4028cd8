import type { Area } from '../house/area.ts';
import { settingsDoors } from './routes.ts';

/** What holds for a whole workspace: facts of the business, its sender, the keys of services. */
export const settings: Area = { name: 'settings', doors: settingsDoors };
