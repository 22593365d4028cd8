import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { changeStep } from '../changes.ts';
import { applyAll } from '../edits.ts';
import type { Event } from '../event.ts';
import type { Flow } from '../format.ts';
import type { Step } from '../steps/registry.ts';
import { anyFlow } from '../tests/flow.arbitrary.ts';
import { end, flowOf, line } from '../tests/perform.ts';
import { record, openStage as stage } from '../tests/record.ts';
import { Recorded } from './recorded.ts';
import { differenceWords, replay } from './replay.ts';

const said = (text: string): Extract<Event, { event: 'replied' }> => ({ event: 'replied', text });
const ask = (id: string, answer: Extract<Step, { kind: 'ask' }>['answer'], fact: string): Step => ({
  id,
  kind: 'ask',
  line: line(`Your ${fact}?`),
  answer,
  fact,
  tries: 2,
});
const over: Step = {
  id: 'over',
  kind: 'hand over',
  team: 'Sales',
  waiting: [],
  closed: { line: line('We are out.') },
};
const home = ask(
  'home',
  {
    type: 'choice',
    choices: [
      { id: 'f', label: 'Flat' },
      { id: 'h', label: 'House', to: 'b' },
    ],
  },
  'home',
);
const bill = ask('bill', { type: 'number' }, 'bill');
const lead: Step = { id: 'lead', kind: 'end', outcome: 'lead' };
const flow = flowOf({ a: [home, bill, { ...end, id: 'ea' }], b: [bill2(), lead] }, [
  { name: 'home', type: 'choice', scope: 'conversation' },
  { name: 'bill', type: 'number', scope: 'conversation' },
]);
function bill2(): Step {
  return { ...bill, id: 'bill-b' };
}
const question = (step: string) => `“${step}”`;
const differences = (draft: Flow, ...replies: string[]): string[] =>
  replay(draft, record(flow, replies.map(said), stage), stage).differences.map(one => differenceWords(one, question));
const changed = (step: Step): Flow => applyAll(flow, changeStep(flow, step)).flow;

describe('a draft over a real conversation', () => {
  test('tells of another ending', () => {
    expect(differences(changed({ ...lead, outcome: 'priced' } as Step), 'House', '1900')).toEqual([
      'It ended with the outcome “lead”; with the draft it ends with the outcome “priced”.',
    ]);
    expect(differences(flowOf({ a: [home, bill, over], b: [bill2(), lead] }, flow.facts), 'Flat', '900')).toEqual([
      'It ended; with the draft it is handed over to Sales.',
    ]);
  });

  test('tells what is no longer asked, and gives an answer to whatever asks for the same', () => {
    expect(differences(flowOf({ a: [home, { ...end, id: 'ea' }], b: [lead] }, flow.facts), 'House', '1900')).toEqual([
      '“bill-b” is no longer asked.',
    ]);
    // Asked under another step, the fact is the same: the visitor’s answer is given, and the ending is as it was.
    const renamed = flowOf({ a: [home, bill], b: [{ ...bill, id: 'other' }, lead] }, flow.facts);
    expect(replay(renamed, record(flow, [said('House'), said('1900')], stage), stage).differences).toEqual([
      { differs: 'no longer asked', step: 'bill-b' },
    ]);
  });

  test('stops at a question that the visitor was never asked', () => {
    const more = flowOf({ a: [home, bill], b: [ask('town', { type: 'short text' }, 'town'), bill2(), lead] }, [
      ...flow.facts,
      { name: 'town', type: 'text', scope: 'conversation' },
    ]);
    expect(differences(more, 'House', '1900')).toEqual(['The draft asks “town”, which this visitor was never asked.']);
  });

  test('tells what is no longer understood, and what is now', () => {
    const strict = changed({ ...bill2(), answer: { type: 'number', max: 1_000 } } as Step);
    expect(differences(strict, 'House', '1900')).toContain('“1900” is no longer understood at “bill-b”.');
    const words = changed({ ...bill2(), answer: { type: 'short text' } } as Step);
    expect(differences(words, 'House', 'a lot, I fear')).toEqual([
      'It was left at “bill-b”; with the draft it ends with the outcome “lead”.',
      '“a lot, I fear” is now understood at “bill-b”.',
    ]);
  });

  test('leaves people out, and goes on when they have given the conversation back', () => {
    const recorded = record(flow, [said('House')], stage);
    const lines: Recorded['lines'] = [
      ...recorded.lines,
      { did: 'handed over', team: 'Sales' },
      { did: 'replied', number: 9, at: recorded.startedAt, text: 'to a person' },
      { did: 'handed back', at: recorded.startedAt },
    ];
    const { exchanges } = replay(flow, { ...recorded, lines }, stage);
    expect(exchanges.map(({ reply }) => reply?.text)).toEqual([undefined, 'House']);
  });

  test.each([
    ['__proto__.polluted', 'x'],
    ['constructor.prototype.polluted', 'x'],
    ['', 'x'],
    ['x', 'x.polluted'],
    ['x.polluted', 'x'],
  ])('takes what a service answered at “%s” and “%s” back to where it came from, and nowhere else', (one, other) => {
    const call: Step = {
      id: 'call',
      kind: 'call service',
      method: 'GET',
      url: 'https://services.brackenrow.example/x',
      take: [
        { path: one, fact: 'home' },
        { path: other, fact: 'town' },
      ],
      limit: 1,
      tries: 1,
    };
    const calling = flowOf({ a: [call, { ...end, id: 'ea' }] }, [
      { name: 'home', type: 'text', scope: 'conversation' },
      { name: 'town', type: 'text', scope: 'conversation' },
    ]);
    const lines: Recorded['lines'] = [
      { did: 'ordered' },
      { did: 'learnt', fact: 'home', value: 'Flat' },
      { did: 'learnt', fact: 'town', value: 'Ellerby' },
      { did: 'ended' },
    ];
    expect(() => replay(calling, { ...record(calling, [], stage), lines }, stage)).not.toThrow();
    expect({}).not.toHaveProperty('polluted');
  });

  test('finds for a question what was found then', () => {
    const questions: Step = { id: 'q', kind: 'answer questions', line: line('Ask me.'), misses: 1, most: 1 };
    const asking = flowOf({ a: [questions, { ...end, id: 'ea' }] });
    const found = {
      articles: [{ id: '1', question: 'How loud is it?', answer: '40 dB.', confidence: 0.9, tags: ['noise'] }],
      byMeaning: true,
    };
    const recorded = record(asking, [{ ...said('is it loud'), found }], stage);
    expect(replay(asking, recorded, stage).differences).toEqual([]);
    const tagged = (tags: string[]) =>
      flowOf({
        a: [
          { ...questions, tags },
          { ...end, id: 'ea' },
        ],
      });
    expect(replay(tagged(['noise']), recorded, stage).differences).toEqual([]);
    expect(replay(tagged(['price']), recorded, stage).differences.map(one => differenceWords(one, question))).toEqual([
      'It ended; with the draft it is handed over.',
    ]);
  });

  test('lets services answer as they did', () => {
    const call: Step = {
      id: 'call',
      kind: 'call service',
      method: 'GET',
      url: 'https://services.brackenrow.example/x',
      take: [{ path: 'district.town', fact: 'home' }],
      limit: 1,
      tries: 1,
      failed: { to: 'b' },
    };
    const calling = flowOf({ a: [call, { ...end, id: 'ea' }], b: [lead] }, flow.facts);
    const base = record(calling, [], stage);
    const went = (...lines: Recorded['lines']) => replay(calling, { ...base, lines }, stage);
    const worked = went({ did: 'ordered' }, { did: 'learnt', fact: 'home', value: 'Ellerby' }, { did: 'ended' });
    expect(worked.differences).toEqual([]);
    expect(worked.exchanges.at(-1)!.acts).toContainEqual(
      expect.objectContaining({ act: 'learn', fact: 'home', value: 'Ellerby' }),
    );
    const failed = went({ did: 'ordered' }, { did: 'order failed', why: 'so.' }, { did: 'ended', outcome: 'lead' });
    expect(failed.differences).toEqual([]);
  });

  test('a service that was not called for want of a fact says nothing of the call before it', () => {
    const call: Step = {
      id: 'call',
      kind: 'call service',
      method: 'GET',
      url: 'https://services.brackenrow.example/x',
      take: [{ path: 'town', fact: 'home' }],
      limit: 1,
      tries: 1,
      failed: { to: 'b' },
    };
    const calling = flowOf(
      { a: [call, { ...call, id: 'next', url: `${call.url}/{bill}` }, { ...end, id: 'ea' }], b: [lead] },
      flow.facts,
    );
    const lines: Recorded['lines'] = [
      { did: 'ordered' },
      { did: 'learnt', fact: 'home', value: 'Ellerby' },
      { did: 'order failed', why: '“bill” is not known.' },
      { did: 'ended', outcome: 'lead' },
    ];
    const { exchanges, differences: found } = replay(calling, { ...record(calling, [], stage), lines }, stage);
    expect(found).toEqual([]);
    expect(exchanges.at(-1)!.acts).toContainEqual(expect.objectContaining({ act: 'learn', value: 'Ellerby' }));
  });

  test('finds a team as it was then: somebody there, or nobody', () => {
    const handing = flowOf({ a: [home, bill, over], b: [bill2(), over] }, flow.facts);
    const turnedAway = record(handing, ['Flat', '900'].map(said), stage, { staffed: { Sales: false } });
    expect(turnedAway.lines).toContainEqual({ did: 'found nobody', team: 'Sales' });
    expect(replay(handing, turnedAway, stage).differences).toEqual([]);
    expect(replay(handing, record(handing, ['Flat', '900'].map(said), stage), stage).differences).toEqual([]);
  });

  test('who picked a team picks it again, though another was not there to be picked', () => {
    const asks = { ...over, pick: { line: line('Who?'), teams: ['Accounts', 'Aftercare'] } };
    const picking = flowOf({ a: [home, bill, asks], b: [bill2(), over] }, flow.facts);
    for (const staffed of [{ Sales: false }, { Sales: true }] as Array<Record<string, boolean>>) {
      const recorded = record(picking, ['Flat', '900', 'the second one'].map(said), stage, { staffed });
      expect(replay(picking, recorded, stage).differences).toEqual([]);
    }
  });

  test('of any flow over its own conversations, nothing differs', () => {
    const reply = fc.oneof(
      fc.string({ maxLength: 12 }).map(said),
      fc.constantFrom('Choice 0', 'Choice 1', 'yes', '1200', 'maud@ellery.example', 'back', 'skip').map(said),
    );
    fc.assert(
      fc.property(anyFlow, fc.array(reply, { maxLength: 12 }), fc.boolean(), (any, replies, isThere) => {
        const staffed = { Sales: isThere };
        const recorded = Recorded.parse(JSON.parse(JSON.stringify(record(any, replies, stage, { staffed }))));
        expect(replay(any, recorded, stage).differences).toEqual([]);
      }),
      { numRuns: 300 },
    );
  });

  test('of any flow over any other’s conversations, the replay returns', () => {
    fc.assert(
      fc.property(anyFlow, anyFlow, fc.array(fc.string().map(said), { maxLength: 8 }), (one, other, replies) => {
        const { differences: found } = replay(other, record(one, replies, stage), stage);
        for (const difference of found) expect(differenceWords(difference, question)).toMatch(/\.$/);
      }),
      { numRuns: 150 },
    );
  });
});
