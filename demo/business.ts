import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Flow, type OpeningHours, readFlow } from '@kineta/core';

/** The made-up business of the demo. Emails end in .example, phone numbers are from the range kept for fiction. */
export const business = {
  name: 'Brackenrow Home Energy',
  zone: 'Europe/London',
  language: 'en-GB',
  country: 'GB',
  currency: 'GBP',
  siteKey: 'brackenrow-demo',
  password: 'tarrowdale',
};

export const members = [
  { name: 'Hanne Brill', email: 'hanne@brackenrow.example', role: 'lead', teams: ['Sales'] },
  { name: 'Priya Marlow', email: 'priya@brackenrow.example', role: 'agent', teams: ['Sales'] },
  { name: 'Tom Ashdown', email: 'tom@brackenrow.example', role: 'agent', teams: ['Aftercare', 'Accounts'] },
] as const;

const weekdays = [1, 2, 3, 4, 5];
const holidays = ['2026-12-25', '2026-12-28', '2027-01-01', '2027-03-26', '2027-03-29', '2027-12-27', '2027-12-28'];
const hours = (open: OpeningHours['open']): OpeningHours => ({ zone: business.zone, open, closedOn: holidays });

export const teams: Array<{ name: string; hours: OpeningHours }> = [
  {
    name: 'Sales',
    hours: hours([
      { days: weekdays, from: '08:30', to: '17:30' },
      { days: [6], from: '09:00', to: '13:00' },
    ]),
  },
  {
    name: 'Aftercare',
    hours: hours([
      { days: [1, 2, 3, 4, 5, 6, 7], from: '07:00', to: '21:00', months: [10, 11, 12, 1, 2, 3, 4] },
      { days: weekdays, from: '08:30', to: '17:30', months: [5, 6, 7, 8, 9] },
    ]),
  },
  { name: 'Accounts', hours: hours([{ days: [1, 2, 3, 4], from: '09:00', to: '16:00' }]) },
];

/** The flow that greets first visits, as its file holds it. */
export function firstVisit(root: string): Flow {
  return readFlow(readFileSync(join(root, 'demo/flows/first-visit.json'), 'utf8'));
}
