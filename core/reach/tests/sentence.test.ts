import { expect, test } from 'vitest';
import { sentence } from '../../facts/words.ts';
import { reachFindings } from '../findings.ts';
import { cueParts } from '../parts/registry.ts';
import { type Cue, plainReach } from '../reach.ts';
import { cueWords } from '../sentence.ts';

const line = (said: string): Cue['appears'] => ({ how: 'line', line: said, replies: [] });

test.each([
  [
    { pages: { on: ['/heat-pumps{/*}?'], off: [] }, visits: { is: 'first' as const }, after: 20 },
    line('Shall I price one?'),
    'On /heat-pumps and below, to who is new here, after 20 seconds: the line “Shall I price one?”.',
  ],
  [
    { reference: 'letter-26' },
    { how: 'open' as const },
    'On any page, to who comes by ?kineta=letter-26: opens the chat.',
  ],
  [
    { pages: { on: [], off: ['/help'] }, onlyIf: { all: [{ fact: 'Sales open', is: 'is' as const, value: false }] } },
    { how: 'nothing' as const },
    'On any page but not on /help, if Sales open is no: nothing until the chat is opened.',
  ],
  [
    { share: 30, read: 50, often: 7 },
    { how: 'mark' as const },
    'On any page, to 30 of 100 visitors, when half of the page is read, at most every 7 days: marks the launcher.',
  ],
])('a cue reads as one sentence', (fits, appears, expected) => {
  expect(sentence(cueWords({ fits, appears }))).toBe(expected);
});

test('every part has words of its own, and one to begin with that can be kept', () => {
  for (const part of cueParts) {
    const blank = part.blank();
    expect(sentence(part.words(blank))).not.toBe('');
  }
});

const names: Record<string, string> = { 1: 'First visit', 2: 'Price', 3: 'Not live' };
const found = (cues: Array<Partial<Cue>>) =>
  reachFindings(
    {
      ...plainReach,
      cues: cues.map((cue, at) => ({
        id: `c${at}`,
        flow: '2',
        on: true,
        fits: {},
        appears: { how: 'nothing' },
        unfinished: 'goes on',
        ...cue,
      })),
    },
    {
      flow: '1',
      nameOf: flow => names[flow],
      isLive: flow => flow === '1' || flow === '2',
      allows: origin => origin.endsWith('brackenrow.example'),
    },
  ).map(({ cue, level, sentence: said }) => `${cue} ${level}: ${said}`);

test('what nobody can meet is said, with a page', () => {
  const below = { pages: { on: ['/heat-pumps{/*}?'], off: [] } };
  const inner = { pages: { on: ['/heat-pumps/costs'], off: [] } };
  expect(found([{ fits: below }, { fits: inner }])).toEqual([
    'c1 advice: Nobody meets it on /heat-pumps/costs: “Price” always comes first there.',
  ]);
  expect(found([{ fits: inner }, { fits: below }])).toEqual([]);
  expect(found([{ fits: { ...below, known: true } }, { fits: inner }])).toEqual([]);
  expect(found([{ fits: { ...below, after: 5 } }, { fits: inner }])).toEqual([]);
  expect(found([{ fits: below, on: false }, { fits: inner }])).toEqual([]);
  expect(found([{ fits: {} }])).toEqual(['last advice: Nobody meets it on /: “Price” always comes first there.']);
});

test('what cannot be, and what may be meant otherwise, is said where it stands', () => {
  expect(found([{ fits: { pages: { on: ['/a'], off: ['/a'] } } }])).toContain(
    'c0 problem: Every page that it is for is left out as well.',
  );
  expect(found([{ fits: { pages: { on: ['https://other.example/x'], off: [] } } }])).toContain(
    'c0 problem: https://other.example/x is on no domain of this site.',
  );
  expect(found([{ fits: { known: true, share: 0 } }])).toEqual(['c0 problem: A share of none is met by nobody.']);
  expect(found([{ fits: { known: true, dates: { from: '2026-12-02', to: '2026-12-01' } } }])).toEqual([
    'c0 problem: It would be over before it begins.',
  ]);
  expect(found([{ flow: '3' }])).toContain('c0 advice: Its flow is not published: nobody meets it.');
  expect(found([{ flow: '9' }])).toContain('c0 advice: Its flow is gone: nobody meets it.');
  expect(found([{ fits: { known: true }, appears: { how: 'line', line: 'x', replies: ['Yes', 'Yes'] } }])).toEqual([
    'c0 problem: Two replies say the same.',
  ]);
});
