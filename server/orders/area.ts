import type { Area } from '../house/area.ts';
import { orderDoors } from './routes.ts';

/** What flows ordered for elsewhere and was set aside: leads see it, try it again, or drop it. */
export const orders: Area = { name: 'orders', doors: orderDoors };
