import { join } from 'node:path';
import { check, dice, plainVisit, type World } from '@kineta/core';
import { describe, expect, test } from 'vitest';
import { business, firstVisit, members, teams } from './business.ts';
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

describe('Brackenrow', () => {
  const flow = firstVisit(root);

  test('has a first visit of eight scenes with nothing wrong', () => {
    expect(flow.scenes).toHaveLength(8);
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
    const open = week.filter(({ row }) => row.led_by !== 'done');
    expect(open).toHaveLength(12);
    expect(new Set(open.map(({ row }) => row.led_by))).toEqual(new Set(['flow', 'waiting', 'agent']));
    for (const { entries, row } of week) {
      expect(entries.map(entry => entry.number)).toEqual(entries.map((_, index) => index + 1));
      expect(entries.map(entry => entry.at)).toEqual(entries.map(entry => entry.at).toSorted());
      expect(row.last_at.getTime()).toBeLessThanOrEqual(now);
    }
  });

  test('captures emails, hands over, and is closed at night', () => {
    const kinds = week.flatMap(({ entries }) => entries.map(entry => entry.kind));
    for (const kind of ['handed over', 'taken', 'answered', 'learned', 'direction', 'ended'])
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
