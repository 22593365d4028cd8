import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { BusinessFact } from '@kineta/contract';
import { type Flow, Look, type Menu, type OpeningHours, readFlow } from '@kineta/core';
import { proposedHolidays } from '@kineta/server';

/** The made-up business of the demo. Emails end in .example, phone numbers are from the range kept for fiction. */
export const business = {
  name: 'Brackenrow Home Energy',
  zone: 'Europe/London',
  language: 'en-GB',
  country: 'GB',
  currency: 'GBP',
  siteKey: 'brackenrow-demo',
  password: 'tarrowdale',
  mailFrom: 'Robin at Brackenrow <robin@brackenrow.example>',
  /** Where answers to letters come in. */
  replyAddress: 'answers@chat.brackenrow.example',
};

/** What any flow may use: figures that change once a year, and what is said everywhere. */
export const businessFacts: BusinessFact[] = [
  { name: 'survey price', type: 'money', value: 0 },
  { name: 'grant', type: 'money', value: 7_500 },
  { name: 'heat pump price', type: 'money', value: 13_900 },
  { name: 'battery price', type: 'money', value: 5_200 },
  { name: 'insulation price', type: 'money', value: 1_150 },
  { name: 'business phone', type: 'phone', value: '+441632960117' },
  { name: 'business address', type: 'text', value: '3 Mill Row, Tarrowdale TD4 7QF' },
  { name: 'policy page', type: 'text', value: 'https://brackenrow.example/privacy' },
  { name: 'waiting time', type: 'number', unit: 'weeks', value: 6 },
];

/** What stands always at hand in the chat of Brackenrow’s site. @param flow the first, by its identity */
export const menuOf = (flow: string): Menu => [
  { id: 'price', label: 'Price a heat pump', to: { leads: 'flow', flow, scene: 'home' } },
  { id: 'survey', label: 'Book a survey', to: { leads: 'flow', flow, scene: 'survey' } },
  { id: 'costs', label: 'What it costs', to: { leads: 'page', page: '/heat-pumps/costs' } },
  { id: 'often', label: 'Common questions', to: { leads: 'questions' } },
  { id: 'person', label: 'Talk to somebody', to: { leads: 'person' } },
];

/** How the chat looks on Brackenrow’s site: in the green of its pages. */
export const look = Look.parse({
  voice: { face: { drawn: 'bird' } },
  colour: { brand: '#2c6148', visitor: '#8a5a12' },
  header: {
    heading: 'Robin at Brackenrow',
    open: 'Open until {closing} · answers at once',
    closed: 'Back {opening} · leave a question',
  },
  launcher: { picture: 'spark' },
  notice: { link: '/privacy' },
});

export const members = [
  { name: 'Hanne Brill', email: 'hanne@brackenrow.example', role: 'lead', teams: ['Sales'] },
  { name: 'Priya Marlow', email: 'priya@brackenrow.example', role: 'agent', teams: ['Sales'] },
  { name: 'Tom Ashdown', email: 'tom@brackenrow.example', role: 'agent', teams: ['Aftercare', 'Accounts'] },
] as const;

const weekdays = [1, 2, 3, 4, 5];
const office = [{ days: weekdays, from: '08:30', to: '17:30' }];

/** When a team answers; on the public holidays of England nobody does. */
const hours = (open: OpeningHours['open'], seasons: OpeningHours['seasons'] = []): OpeningHours => ({
  zone: business.zone,
  open,
  seasons,
  special: [{ from: '2026-12-24', to: '2026-12-24', name: 'Christmas Eve', open: [{ from: '09:00', to: '12:00' }] }],
  holidays: {
    country: business.country,
    region: 'ENG',
    rules: proposedHolidays(business.country, 'ENG', '2026-01-01').map(({ rule, name }) => ({ rule, name })),
  },
});

export const teams: Array<{ name: string; hours: OpeningHours }> = [
  { name: 'Sales', hours: hours([...office, { days: [6], from: '09:00', to: '13:00' }]) },
  {
    name: 'Aftercare',
    hours: hours(office, [
      {
        name: 'Heating season',
        from: '10-01',
        to: '04-30',
        open: [{ days: [1, 2, 3, 4, 5, 6, 7], from: '07:00', to: '21:00' }],
      },
    ]),
  },
  { name: 'Accounts', hours: hours([{ days: [1, 2, 3, 4], from: '09:00', to: '16:00' }]) },
];

/** One of Brackenrow’s flows, as its file holds it. */
export const flowIn = (root: string, file: string): Flow =>
  readFlow(readFileSync(join(root, 'demo/flows', `${file}.json`), 'utf8'));

/** The flow that greets first visits. */
export const firstVisit = (root: string): Flow => flowIn(root, 'first-visit');
