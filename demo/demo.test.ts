import { join } from 'node:path';
import {
  type Act,
  check,
  dice,
  EntryBody,
  type Event,
  firstRules,
  freshSession,
  givenFacts,
  plainVisit,
  play,
  ruleFacts,
  type Session,
  type World,
} from '@kineta/core';
import { starters } from '@kineta/server';
import { describe, expect, test } from 'vitest';
import { business, businessFacts, firstVisit, flowIn, members, teams } from './business.ts';
import { editionsOf } from './editions.ts';
import { type Past, pastDays } from './history/days.ts';
import { askedOften } from './questions.ts';
import { others } from './reach.ts';
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

  test.each(others.map(({ file }) => flowIn(root, file)))(
    'meets some with “$name”, of which nothing is wrong',
    other => {
      const wrong = check(other, { teams: teams.map(team => team.name) }).filter(({ level }) => level === 'problem');
      expect(wrong).toEqual([]);
    },
  );

  test('is made up: addresses that nobody can have', () => {
    for (const member of members) expect(member.email).toMatch(/\.example$/);
  });

  const past: Past = {
    asked: askedOften(),
    editions: editionsOf(flow),
    followed: {
      rules: firstRules.map(({ rule }, index) => ({ id: String(index + 1), ...rule })),
      names: {
        team: id => id,
        member: id => id,
        tag: id => id,
        flow: () => undefined,
        scene: () => undefined,
        rule: () => undefined,
      },
      facts: [...flow.facts, ...givenFacts(teams.map(team => team.name)), ...ruleFacts],
    },
  };
  const all = pastDays(past, now, 90);

  test('tells of nothing that is still to come', () => {
    for (const hours of [0, 3, 9]) {
      const when = now + hours * 3_600_000;
      const latest = pastDays(past, when, 2).flatMap(({ entries }) => entries.map(({ at }) => Date.parse(at)));
      expect(latest.filter(at => at > when)).toEqual([]);
    }
  });

  test('has had three editions with nothing wrong', () => {
    for (const { content } of past.editions)
      expect(check(content, { teams: teams.map(team => team.name) })).toEqual([]);
    expect(new Set(all.map(({ edition }) => edition))).toEqual(new Set([1, 2, 3]));
  });

  test('has the same past every time', () => {
    const again = pastDays(past, now, 5);
    expect(JSON.stringify(pastDays(past, now, 5))).toBe(JSON.stringify(again));
  });

  test('has ninety days of conversations, a dozen of them open in every state, and no entry from the future', () => {
    expect(all.length).toBeGreaterThan(3_600);
    expect(all.length).toBeLessThan(4_600);
    const open = all.filter(({ row }) => row.holder !== 'done');
    expect(open).toHaveLength(12);
    expect(new Set(open.map(({ row }) => row.holder))).toEqual(new Set(['flow', 'waiting', 'agent']));
    for (const { entries, row } of all) {
      expect(entries.map(entry => entry.number)).toEqual(entries.map((_, index) => index + 1));
      expect(entries.map(entry => entry.at)).toEqual(entries.map(entry => entry.at).toSorted());
      expect(row.last_at.getTime()).toBeLessThanOrEqual(now);
    }
  });

  test('has entries that are what they say', () => {
    for (const { entries } of all.slice(-400))
      for (const { number, at, ...body } of entries) expect(EntryBody.parse(body), `${number} ${at}`).toEqual(body);
  });

  test('captures emails, hands over, is answered, misses questions, and is closed at night', () => {
    const kinds = new Set(all.flatMap(({ entries }) => entries.map(entry => entry.kind)));
    for (const kind of ['handed over', 'taken', 'answered', 'passed on', 'tagged', 'learnt', 'direction', 'ended'])
      expect(kinds).toContain(kind);
    expect(all.filter(({ visitor }) => typeof visitor.facts.email === 'string').length).toBeGreaterThan(500);
    expect(all.filter(({ visit }) => visit.returning).length).toBeGreaterThan(300);
  });

  test('has rules that spoke, and ratings that were asked for by one', () => {
    const ruled = all.flatMap(({ entries }) =>
      entries.flatMap(entry => (entry.kind === 'ruled' ? [entry.rule.name] : [])),
    );
    for (const name of ['Sorry for the wait', 'Still there?', 'How did it go?', 'A forgotten chat'])
      expect(ruled, name).toContain(name);
    const ratings = all.flatMap(({ rating }) => (rating ? [rating.rating] : []));
    expect(new Set(ratings)).toEqual(new Set(['good', 'middling', 'bad']));
    for (const { entries, rating } of all)
      expect(entries.filter(entry => entry.kind === 'rated' && entry.rating !== undefined)).toHaveLength(
        rating ? 1 : 0,
      );
  });

  test('is busier by day than by night, and in the week than on Sundays', () => {
    const hours = all.map(({ row }) => row.started_at.getUTCHours());
    const between = (from: number, to: number) => hours.filter(hour => hour >= from && hour < to).length;
    expect(between(9, 13)).toBeGreaterThan(8 * between(1, 5));
    const on = (day: number) => all.filter(({ row }) => row.started_at.getUTCDay() === day).length;
    expect(on(1)).toBeGreaterThan(1.5 * on(0));
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
