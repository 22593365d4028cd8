import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from './checks/check.ts';
import type { Event } from './event.ts';
import type { Flow } from './format.ts';
import { play } from './play.ts';
import { restAtFetching, type Session } from './session.ts';
import type { HandOver } from './steps/handover.ts';
import type { Step } from './steps/registry.ts';
import { tuesday } from './tests/flow.arbitrary.ts';
import { end, flowOf, line, notes, opened, perform, said, say, typed } from './tests/perform.ts';

const over: HandOver = {
  id: 'over',
  kind: 'hand over',
  team: 'Sales',
  waiting: line('One moment.'),
  meanwhile: 'while',
  closed: { line: line('Nobody.') },
};
const tooLong = { after: { amount: 3, unit: 'minutes' as const }, line: line('It takes long.'), to: 'mail' };
const ask = (id: string, words: string): Step => ({
  id,
  kind: 'ask',
  line: line(words),
  answer: { type: 'short text' },
  fact: 'f',
  tries: 2,
});
const pause: Step = { id: 'p', kind: 'pause', for: { amount: 20, unit: 'seconds' } };
const facts = [{ name: 'f', type: 'text' as const, scope: 'conversation' as const }];
const flow = (
  step: Partial<HandOver> = {},
  during: Step[] = [ask('q', 'What is it about?'), say('t', 'Noted.')],
): Flow =>
  flowOf(
    {
      welcome: [{ ...over, ...step }, say('after', 'Welcome back.'), end],
      while: during,
      mail: [ask('m', 'Your email?'), { ...over, id: 'again' }, end],
    },
    facts,
  );

const kinds = (acts: ReadonlyArray<{ act: string }>) => acts.map(({ act }) => act);
const fetches = (acts: ReadonlyArray<{ act: string }>) => acts.filter(({ act }) => act === 'hand over');
const timer = (ticket: number): Event => ({ event: 'timer', ticket });

describe('until somebody comes', () => {
  test('the flow asks and is answered, and they wait on when it has run out', () => {
    const asked = perform(flow(), [opened]);
    expect(kinds(asked.acts)).toEqual(['enter', 'say', 'hand over', 'enter', 'ask']);
    expect(fetches(asked.acts)).toEqual([expect.objectContaining({ team: 'Sales', meanwhile: true })]);
    expect(asked.session).toMatchObject({ state: 'asking', at: 'q', fetching: { step: 'over' } });
    const answered = perform(flow(), [opened, typed('A price')]);
    expect(said(answered.last)).toEqual(['Noted.']);
    expect(kinds(answered.last)).not.toContain('end');
    expect(answered.session).toMatchObject({ state: 'handed over', at: 'over', facts: { f: 'A price' } });
    expect(answered.session.fetching).toBeUndefined();
    expect(answered.session.stack).toBeUndefined();
  });

  test.each<[string, Event[]]>([
    ['in the middle of a question', [opened]],
    ['behind it', [opened, typed('A price')]],
  ])('whoever gives them back %s has the flow go on behind the step that fetched them', (_, events) => {
    const back = perform(flow(), [...events, { event: 'handed back' }]);
    expect(said(back.last)).toEqual(['Welcome back.']);
    expect(back.session.state).toBe('ended');
  });

  test('nobody comes for long: it is said in the middle of a question as well, once, and the place is kept', () => {
    const long = flow({ tooLong });
    const asked = perform(long, [opened]);
    expect(asked.acts.findLast(({ act }) => act === 'set timer')).toMatchObject({ after: 180_000, ticket: 1 });
    const late = perform(long, [opened, timer(1)]);
    expect(said(late.last)).toEqual(['It takes long.', 'Your email?']);
    expect(late.session).toMatchObject({ state: 'asking', at: 'm', inLine: tuesday.now });
    expect(late.session.fetching).toBeUndefined();
    expect(perform(long, [opened, timer(1), timer(1)]).last).toEqual([]);
    const later = { ...tuesday, now: tuesday.now + 400_000 };
    const once = play(long, late.session, typed('maud@ellery.example'), later);
    expect(fetches(once.acts)).toEqual([expect.objectContaining({ since: tuesday.now })]);
  });

  test('the time counts on beside the flow’s own pauses, and goes before what would be due later', () => {
    const paused = flow({ tooLong }, [pause, say('x', 'Still looking.'), ask('q', 'What is it about?')]);
    const first = perform(paused, [opened]);
    expect(first.acts.filter(({ act }) => act === 'set timer')).toMatchObject([{ after: 20_000, ticket: 1 }]);
    const later = { ...tuesday, now: tuesday.now + 20_000 };
    const second = play(paused, first.session, timer(1), later);
    expect(said(second.acts)).toEqual(['Still looking.', 'What is it about?']);
    expect(second.acts.filter(({ act }) => act === 'set timer')).toMatchObject([{ after: 160_000, ticket: 2 }]);
    expect(said(play(paused, second.session, timer(2), { ...later, now: later.now + 160_000 }).acts)[0]).toBe(
      'It takes long.',
    );
    const longer: Step = { ...pause, for: { amount: 1, unit: 'hours' } };
    const { session, acts } = perform(flow({ tooLong }, [longer]), [opened]);
    expect(acts.findLast(({ act }) => act === 'set timer')).toMatchObject({ after: 180_000 });
    // The clock may have gone back since: it is the timer that counts.
    expect(said(play(flow({ tooLong }, [longer]), session, timer(1), tuesday).acts)[0]).toBe('It takes long.');
  });

  test('who asks for a person again is told once that they are in line, and stays asked', () => {
    const { acts, session } = perform(flow(), [opened, ...Array(10).fill(typed('get me a human'))]);
    expect(fetches(acts)).toHaveLength(1);
    expect(said(acts).filter(words => words.startsWith('You are in line'))).toHaveLength(1);
    expect(session).toMatchObject({ state: 'asking', at: 'q' });
    expect(notes(acts).filter(words => words.startsWith('The visitor wants'))).toHaveLength(10);
  });

  test('back does not lead out of the line, nor does the same hand over once more', () => {
    const before = flowOf(
      {
        welcome: [ask('name', 'Your name?'), over, end],
        while: [ask('q', 'What about?'), { id: 'g', kind: 'go', to: 'welcome' }],
      },
      facts,
    );
    expect(said(perform(before, [opened, typed('Maud'), typed('back')]).last)).toEqual(['What about?']);
    const round = flowOf(
      { welcome: [over, end], while: [ask('q', 'What about?'), { id: 'g', kind: 'go', to: 'welcome' }] },
      facts,
    );
    const gone = perform(round, [opened, typed('A price')]);
    expect(fetches(gone.acts)).toHaveLength(1);
    expect(gone.session).toMatchObject({ state: 'handed over', at: 'over' });
  });

  test('an end in it is the end: they leave the line, and no timer is left', () => {
    const { last, session } = perform(flow({ tooLong }, [ask('q', 'A message?'), end]), [opened, typed('Hello')]);
    expect(kinds(last)).toEqual(['learn', 'end', 'clear timer']);
    expect(session.state).toBe('ended');
  });

  test('what the checks say: the scene is reached, it may run out, and one that is not there is a problem', () => {
    const around = { teams: ['Sales'] };
    const found = (of: Flow) => check(of, around).map(({ code, level }) => `${level}: ${code}`);
    expect(found(flow({ tooLong })).filter(finding => finding.startsWith('problem'))).toEqual([]);
    expect(found(flow({ meanwhile: 'gone' }))).toContain('problem: no such scene');
  });

  test('whoever comes ends it, wherever it is', () => {
    const { session } = perform(flow(), [opened]);
    expect(restAtFetching(session)).toMatchObject({ state: 'handed over', at: 'over' });
    expect(restAtFetching(session).stack).toBeUndefined();
    const still: Session = { state: 'ended', facts: {} };
    expect(restAtFetching(still)).toBe(still);
  });

  test('whatever the visitor does, they are fetched for once, and either wait or have left the line', () => {
    const words = fc.constantFrom('A price', 'back', 'get me a human', 'skip', 'hm', '');
    fc.assert(
      fc.property(fc.array(fc.oneof(words.map(typed), fc.integer({ min: 0, max: 9 }).map(timer))), events => {
        const { acts, session } = perform(
          flow({ tooLong: { ...tooLong, to: 'done' } }, [ask('q', 'Why?'), pause, ask('r', 'And?')]),
          [opened, ...events],
        );
        const late = notes(acts).filter(words => words.startsWith('Nobody had come')).length;
        // Who has left the line may come to it anew.
        expect(late).toBeLessThanOrEqual(fetches(acts).length);
        if (late === 0) expect(fetches(acts)).toHaveLength(1);
        if (late === 0) expect(session.state === 'handed over' || session.fetching !== undefined).toBe(true);
      }),
    );
  });
});
