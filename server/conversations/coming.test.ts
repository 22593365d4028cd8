import { freshSession } from '@kineta/core';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { comesBy } from './comes-by.ts';
import { takenUp } from './meeting.ts';

const MARK = 'aaaaaaaaaaaaaaaaaaaaa1';

describe('what a page hands over', () => {
  const carried = (told: object): string => `/a?b=c#${new URLSearchParams({ ...told })}`;

  test('is read, and is no part of the page', () => {
    const page = carried({
      'kineta-cue': 'price~2~31~60~https://www.brackenrow.example',
      'kineta-mark': MARK,
      'kineta-say': 'Yes, please',
    }).replace('b=c', 'b=c&kineta-met=tab');
    expect(comesBy(page)).toEqual({
      page: '/a?b=c',
      passer: 'tab',
      came: { cue: 'price', visits: 2, seconds: 31, read: 60 },
      origin: 'https://www.brackenrow.example',
      mark: MARK,
      says: 'Yes, please',
    });
  });

  test.each([
    'price',
    'price~x~1~1~https://a.example',
    'Price!~1~1~1~https://a.example',
    'p~1~1~1~javascript:alert(1)',
  ])('is as if it were not there where it is not as it is written: %s', told =>
    expect(comesBy(carried({ 'kineta-cue': told, 'kineta-mark': 'short' }))).toEqual({ page: '/a?b=c' }),
  );

  test('a link to the page can hand over nothing of that', () => {
    const link = `/a?${new URLSearchParams({ 'kineta-cue': 'price~1~1~1~https://a.example', 'kineta-mark': MARK, 'kineta-say': 'I cancel' })}`;
    expect(comesBy(link)).toEqual({ page: link });
    expect(comesBy(`${link}#x`)).toEqual({ page: link });
  });

  test('whatever stands in an address, nothing behind its hash is part of the page', () => {
    fc.assert(
      fc.property(fc.webPath(), fc.string(), fc.string(), (path, cue, say) => {
        const carries = new URLSearchParams({ 'kineta-cue': cue, 'kineta-say': say });
        const { page, says = '' } = comesBy(`/x${path}#${carries}`);
        expect(page).not.toContain('#');
        expect(says.length).toBeLessThanOrEqual(40);
      }),
    );
  });

  test('what a link says of whoever follows it is no part of the page, and what the page says stands behind the hash', () => {
    const facts = JSON.stringify({ plan: 'Gold', rooms: 4 });
    expect(comesBy('/a?kineta=letter&kineta.rooms=4&kineta.wanted%20on=tomorrow')).toEqual({
      page: '/a?kineta=letter',
      told: { link: { rooms: '4', 'wanted on': 'tomorrow' }, page: {} },
    });
    expect(comesBy(carried({ 'kineta-facts': facts }))).toEqual({
      page: '/a?b=c',
      told: { link: {}, page: { plan: 'Gold', rooms: 4 } },
    });
    for (const nonsense of ['{', '[]', '"x"', 'null', '7'])
      expect(comesBy(carried({ 'kineta-facts': nonsense }))).toEqual({ page: '/a?b=c' });
  });

  test('a page that carries nothing is as it is', () =>
    expect(comesBy('/help?a=%zz')).toEqual({ page: '/help?a=%zz' }));
});

describe('who comes again', () => {
  const NOW = Date.parse('2026-11-24T10:12:00Z');
  const MINUTE = 60_000;
  const last = (holder: 'flow' | 'waiting' | 'agent' | 'done', minutes = 1, state: 'asking' | 'ended' = 'asking') => ({
    holder,
    flow_id: '1',
    last_at: new Date(NOW - minutes * MINUTE),
    session: { ...freshSession({}), state },
  });
  const by = (more: object = {}) => ({
    goesOnFor: 30,
    came: { cue: 'price', visits: 1, seconds: 9, read: 50 },
    says: undefined,
    meeting: { cue: 'price', flow: '2', unfinished: 'goes on' as const },
    isAnew: true,
    ...more,
  });
  const asks = { meeting: { cue: 'price', flow: '2', unfinished: 'asks' as const } };
  const begins = { meeting: { cue: 'price', flow: '2', unfinished: 'begins' as const } };

  test.each([
    ['goes on with what a flow asks', last('flow'), by(), { goesOn: true }],
    ['meets another in it, where the cue says so', last('flow'), by(begins), { goesOn: true, begins: '2' }],
    [
      'meets what the prompt offered that they pressed',
      last('flow'),
      by({ says: 'Yes' }),
      { goesOn: true, begins: '2' },
    ],
    ['is asked, where the cue says so', last('flow'), by(asks), { goesOn: true, asks: '2' }],
    [
      'is asked nothing where nothing waits for them',
      last('flow', 1, 'ended'),
      by(asks),
      { goesOn: true, begins: '2' },
    ],
    ['is asked nothing while people have it', last('agent'), by(asks), { goesOn: true }],
    ['is not taken from people', last('agent'), by({ ...begins, says: 'Yes' }), { goesOn: true }],
    ['is not taken out of line', last('waiting'), by(begins), { goesOn: true }],
    [
      'is not led anew where a connection comes again',
      last('flow'),
      by({ ...begins, isAnew: false }),
      { goesOn: true },
    ],
    [
      'goes on where another cue fits than the page said',
      last('flow'),
      by({ ...begins, came: { cue: 'x', visits: 1, seconds: 1, read: 1 } }),
      { goesOn: true },
    ],
    [
      'goes on where the same flow is met',
      last('flow'),
      by({ meeting: { ...begins.meeting, flow: '1' } }),
      { goesOn: true },
    ],
    ['begins anew behind what is over', last('done', 1, 'ended'), by(), { goesOn: false }],
    [
      'goes on with what is over where nothing else is met',
      last('done', 1, 'ended'),
      by({ meeting: undefined }),
      { goesOn: true },
    ],
    ['goes on with what was left halfway', last('done', 90), by(), { goesOn: true }],
    ['begins anew what was left halfway, where the cue says so', last('done', 90), by(begins), { goesOn: false }],
    ['begins anew after long', last('done', 90, 'ended'), by(), { goesOn: false }],
  ])('%s', (_, before, coming, expected) => expect(takenUp(before, coming, NOW)).toEqual(expected));
});
