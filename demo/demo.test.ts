import { join } from 'node:path';
import {
  type Act,
  check,
  dice,
  type Event,
  freshSession,
  plainVisit,
  play,
  type Session,
  type World,
} from '@kineta/core';
import { starters } from '@kineta/server';
import { describe, expect, test } from 'vitest';
import { business, businessFacts, firstVisit, members, teams } from './business.ts';
import { pastWeek } from './history.ts';
import { startSite } from './site.ts';

const root = join(import.meta.dirname, '..');
const now = Date.parse('2026-11-24T10:12:00Z');
const world: World = {
  now,
  zone: 'Europe/London',
  visitor: '1',
  random: dice(1),
  locale: { language: business.language, currency: business.currency },
  country: business.country,
  business: {},
  visit: plainVisit,
  hours: Object.fromEntries(teams.map(team => [team.name, team.hours])),
};

describe('the starters', () => {
  const workplace = {
    teams: teams.map(team => team.name),
    flows: [],
    facts: businessFacts.map(({ value: _, ...fact }) => ({ ...fact, scope: 'business' as const })),
  };

  test('are thirteen', () => expect(starters).toHaveLength(13));

  test.each(starters.map(starter => [starter.flow.name, starter.flow] as const))(
    '%s: nothing is wrong with it',
    (_, flow) => {
      expect(check(flow, workplace)).toEqual([]);
    },
  );

  test.each(starters.map(starter => [starter.flow.name, starter.flow] as const))(
    '%s: comes to an end or to a person, whoever answers',
    (_, flow) => {
      for (let seed = 1; seed <= 40; seed++) {
        const throwDice = dice(seed);
        const met = {
          ...world,
          visitor: String(seed),
          business: Object.fromEntries(businessFacts.map(({ name, value }) => [name, value])),
        };
        let { session, acts } = play(flow, freshSession(), { event: 'opened' }, met);
        for (let turn = 0; turn < 60 && ['asking', 'pausing', 'awaiting'].includes(session.state); turn++) {
          const next = play(flow, session, answerTo(session, acts, throwDice), met);
          session = next.session;
          acts = next.acts.some(act => act.act === 'ask') ? next.acts : [...acts, ...next.acts];
        }
        expect(['ended', 'handed over']).toContain(session.state);
      }
    },
  );
});

/** What somebody might do about what the flow waits for. */
function answerTo(session: Session, acts: Act[], throwDice: () => number): Event {
  const ticket = session.ticket ?? 0;
  if (session.state === 'pausing') return { event: 'timer', ticket };
  if (session.state === 'awaiting')
    return throwDice() < 0.5
      ? { event: 'told', ticket, outcome: 'worked', result: { covered: true, found: throwDice() < 0.5 } }
      : { event: 'told', ticket, outcome: 'failed', why: 'so thrown.' };
  const asked = acts.findLast(act => act.act === 'ask');
  const { choices = [], cards = [], fields } = asked!.answer;
  const options = [...choices, ...cards.flatMap(card => card.actions.filter(action => action.page === undefined))];
  if (throwDice() < 0.1) return { event: 'replied', text: 'skip' };
  if (fields)
    return {
      event: 'replied',
      text: 'sent',
      fields: Object.fromEntries(
        fields.map(field => [
          field.id,
          {
            text:
              field.answer.type === 'email'
                ? 'maud@ellery.example'
                : field.answer.type === 'postcode'
                  ? 'TX4 2QD'
                  : field.answer.type === 'phone'
                    ? '01632 960123'
                    : 'Maud',
          },
        ]),
      ),
    };
  const option = options[Math.floor(throwDice() * options.length)];
  if (option) return { event: 'replied', text: option.label, choice: option.id };
  return {
    event: 'replied',
    text: ['yes', 'no', '1,900', 'Maud', 'maud@ellery.example', 'next tuesday'][Math.floor(throwDice() * 6)]!,
  };
}

describe('Brackenrow', () => {
  const flow = firstVisit(root);

  test('has a first visit of nine scenes with nothing wrong', () => {
    expect(flow.scenes).toHaveLength(9);
    expect(check(flow, { teams: teams.map(team => team.name) })).toEqual([]);
  });

  test('is made up: addresses that nobody can have', () => {
    for (const member of members) expect(member.email).toMatch(/\.example$/);
  });

  const week = pastWeek(flow, world, now);

  test('has the same week every time', () => {
    expect(JSON.stringify(pastWeek(flow, world, now))).toBe(JSON.stringify(week));
  });

  test('has a week of conversations, a dozen of them open in every state, and no entry from the future', () => {
    expect(week.length).toBeGreaterThan(200);
    const open = week.filter(({ row }) => row.holder !== 'done');
    expect(open).toHaveLength(12);
    expect(new Set(open.map(({ row }) => row.holder))).toEqual(new Set(['flow', 'waiting', 'agent']));
    for (const { entries, row } of week) {
      expect(entries.map(entry => entry.number)).toEqual(entries.map((_, index) => index + 1));
      expect(entries.map(entry => entry.at)).toEqual(entries.map(entry => entry.at).toSorted());
      expect(row.last_at.getTime()).toBeLessThanOrEqual(now);
    }
  });

  test('captures emails, hands over, and is closed at night', () => {
    const kinds = week.flatMap(({ entries }) => entries.map(entry => entry.kind));
    for (const kind of ['handed over', 'taken', 'answered', 'learnt', 'direction', 'ended'])
      expect(kinds).toContain(kind);
    expect(week.filter(({ visitor }) => typeof visitor.facts.email === 'string').length).toBeGreaterThan(30);
  });

  test('has a site on an origin of its own with the chat on every page', async () => {
    const site = await startSite('http://localhost:4400', 0);
    for (const path of [
      '/',
      '/heat-pumps',
      '/heat-pumps/costs',
      '/batteries',
      '/insulation',
      '/help',
      '/book-a-survey',
      '/contact',
      '/privacy',
    ]) {
      const response = await fetch(site.url + path);
      expect(response.status).toBe(200);
      expect(await response.text()).toContain(`src="http://localhost:4400/w/${business.siteKey}.js"`);
    }
    expect((await fetch(`${site.url}/nowhere`)).status).toBe(404);
    site.close();
  });
});
