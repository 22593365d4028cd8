import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  type Command,
  closedByRule,
  commanded,
  fallsDue,
  type Giver,
  givenByRule,
  type Held,
  type Holding,
  isLed,
  ledByRule,
  leftTheirDesk,
  leftTheTeam,
  PUT_OFF_AT_MOST,
  played,
  written,
} from './holder.ts';

const NOW = 1_000;
const led: Holding = {
  holder: 'flow',
  agent: null,
  team: null,
  since: null,
  later: null,
  back: null,
  hasFlow: true,
  away: false,
  meanwhile: false,
};
const waiting: Holding = { ...led, holder: 'waiting', team: 't1', since: 500, away: true };
const meanwhile: Holding = { ...waiting, meanwhile: true };
const priyas: Holding = { ...led, holder: 'agent', agent: 'priya', team: 't1', away: true };
const closed: Holding = { ...led, holder: 'done', agent: 'priya', away: true };
const ended: Holding = { ...led, holder: 'done' };
const flowless: Holding = { ...led, holder: 'done', hasFlow: false };
const states = { led, waiting, meanwhile, priyas, closed, ended, flowless };
type State = keyof typeof states;

const priya: Giver = { id: 'priya', name: 'Priya', isMember: true, isLead: false };
const sam: Giver = { ...priya, id: 'sam', name: 'Sam' };
const hanne: Giver = { ...priya, id: 'hanne', name: 'Hanne', isLead: true };
const gone: Giver = { ...priya, id: 'gone', name: 'Gone', isMember: false };

const commands: Record<string, Command> = {
  take: { does: 'take' },
  answer: { does: 'answer' },
  'to a team': { does: 'pass on', to: { team: { id: 't2', name: 'Aftercare' } } },
  'to Priya': { does: 'pass on', to: { member: { id: 'priya', name: 'Priya' } } },
  'to nobody': { does: 'pass on', to: undefined },
  'hand back': { does: 'hand back' },
  close: { does: 'close' },
};

/** What came of it in a few words: who has it then and what was written, or why not. */
function told(held: Held): string {
  if ('refused' in held) return `refused: ${held.refused}`;
  const { holder, agent, team, since } = held.holding;
  const who = holder === 'agent' ? agent : holder;
  const waits = since === null ? '' : ` since ${since}`;
  const wrote = held.entries.map(({ kind }) => kind).join(', ') || 'nothing';
  return `${who}${holder === 'waiting' ? ` for ${team}` : ''}${waits}; wrote ${wrote}${held.plays ? '; the flow is told' : ''}`;
}

describe('what a member does', () => {
  test.each<[State, string, Giver, string]>([
    ['led', 'take', sam, 'sam; wrote taken'],
    ['waiting', 'take', sam, 'sam; wrote taken'],
    ['priyas', 'take', sam, 'refused: already taken'],
    ['priyas', 'take', hanne, 'refused: already taken'],
    ['priyas', 'take', priya, 'priya; wrote nothing'],
    ['closed', 'take', sam, 'sam; wrote taken'],
    ['led', 'answer', sam, 'sam; wrote taken'],
    ['waiting', 'answer', sam, 'sam; wrote taken'],
    ['priyas', 'answer', priya, 'priya; wrote nothing'],
    ['priyas', 'answer', sam, 'refused: not yours'],
    ['priyas', 'answer', hanne, 'refused: not yours'],
    ['led', 'to a team', sam, 'waiting for t2 since 1000; wrote passed on'],
    ['waiting', 'to a team', sam, 'waiting for t2 since 500; wrote passed on'],
    ['priyas', 'to a team', priya, 'waiting for t2 since 1000; wrote passed on'],
    ['priyas', 'to a team', sam, 'refused: not yours'],
    ['priyas', 'to a team', hanne, 'waiting for t2 since 1000; wrote passed on'],
    ['waiting', 'to Priya', sam, 'priya; wrote passed on'],
    ['priyas', 'to Priya', priya, 'priya; wrote nothing'],
    ['waiting', 'to nobody', sam, 'refused: nobody there'],
    ['priyas', 'to nobody', sam, 'refused: not yours'],
    ['led', 'hand back', sam, 'flow; wrote nothing'],
    ['waiting', 'hand back', sam, 'flow; wrote handed back; the flow is told'],
    ['priyas', 'hand back', priya, 'flow; wrote handed back; the flow is told'],
    ['priyas', 'hand back', sam, 'refused: not yours'],
    ['closed', 'hand back', sam, 'flow; wrote handed back; the flow is told'],
    ['flowless', 'hand back', sam, 'refused: no flow'],
    ['led', 'close', sam, 'done; wrote done'],
    ['waiting', 'close', sam, 'done; wrote done'],
    ['priyas', 'close', priya, 'done; wrote done'],
    ['priyas', 'close', sam, 'refused: not yours'],
    ['priyas', 'close', hanne, 'refused: not yours'],
    ['closed', 'close', sam, 'done; wrote nothing'],
    ['waiting', 'take', gone, 'refused: not a member'],
    ['waiting', 'answer', gone, 'refused: not a member'],
    ['waiting', 'close', gone, 'refused: not a member'],
    ['meanwhile', 'take', sam, 'sam; wrote taken'],
    ['meanwhile', 'hand back', sam, 'flow; wrote handed back; the flow is told'],
  ])('%s: %s', (state, command, giver, expected) => {
    expect(told(commanded(states[state], commands[command]!, giver, NOW))).toBe(expected);
  });

  test('who closes it while the visitor waits leaves that in the log', () => {
    const entriesOf = (state: State) => {
      const held = commanded(states[state], { does: 'close' }, state === 'priyas' ? priya : sam, NOW);
      return 'refused' in held ? held.refused : held.entries;
    };
    expect(entriesOf('waiting')).toEqual([{ kind: 'done', member: { id: sam.id, name: sam.name }, waiting: true }]);
    const unwanted = commanded(waiting, { does: 'close', unwanted: true }, sam, NOW);
    expect('entries' in unwanted && unwanted.entries).toEqual([
      { kind: 'done', member: { id: sam.id, name: sam.name } },
    ]);
    for (const state of ['led', 'priyas'] as const)
      expect(entriesOf(state)).toEqual([expect.not.objectContaining({ waiting: true })]);
  });

  test('two at the same instant: the second finds it with the first', () => {
    const first = commanded(waiting, { does: 'take' }, priya, NOW);
    if ('refused' in first) throw new Error(first.refused);
    expect(commanded(first.holding, { does: 'take' }, sam, NOW)).toEqual({ refused: 'already taken' });
    expect(commanded(first.holding, { does: 'answer' }, sam, NOW)).toEqual({ refused: 'not yours' });
  });

  test('handed back while the visitor writes: whichever is first, the flow is told of both, or of the hand-back', () => {
    const back = commanded(priyas, { does: 'hand back' }, priya, NOW);
    if ('refused' in back) throw new Error(back.refused);
    expect(written(back.holding, NOW).plays).toBe(true);
    const before = written(priyas, NOW);
    expect(before.plays).toBe(false);
    expect(told(commanded(before.holding, { does: 'hand back' }, priya, NOW))).toContain('the flow is told');
  });
});

test.each<[State, string]>([
  ['led', 'flow; wrote nothing; the flow is told'],
  ['ended', 'done; wrote nothing; the flow is told'],
  ['waiting', 'waiting for t1 since 500; wrote nothing'],
  ['meanwhile', 'waiting for t1 since 500; wrote nothing; the flow is told'],
  ['priyas', 'priya; wrote nothing'],
  ['closed', 'waiting for null since 1000; wrote nothing'],
  ['flowless', 'waiting for null since 1000; wrote nothing'],
])('the visitor writes, %s', (state, expected) => {
  expect(told(written(states[state], NOW))).toBe(expected);
});

describe('who has it leaves the team', () => {
  test('and it waits for somebody else, with the reason', () => {
    expect(told(leftTheTeam(priyas, priya, NOW))).toBe('waiting for t1 since 1000; wrote released');
  });
  test.each<State>(['led', 'waiting', 'closed', 'ended'])('which changes nothing of what is %s', state => {
    expect(leftTheTeam(states[state], priya, NOW)).toEqual({ holding: states[state], entries: [], plays: false });
  });
});

describe('who has it leaves their desk', () => {
  test('and it waits for somebody else, in line since the visitor wrote', () => {
    expect(told(leftTheirDesk(priyas, priya, 700))).toBe('waiting for t1 since 700; wrote left alone');
  });
  test.each<State>(['led', 'waiting', 'closed', 'ended'])('which changes nothing of what is %s', state => {
    expect(leftTheirDesk(states[state], priya, 700)).toEqual({ holding: states[state], entries: [], plays: false });
  });
});

describe('a rule', () => {
  test('closes what a flow has, to be gone on with when its visitor writes', () => {
    expect(closedByRule(led).holder).toBe('done');
    expect(isLed(closedByRule(led))).toBe(true);
  });
  test('closes what people have, for good', () => {
    expect(isLed(closedByRule(states.priyas))).toBe(false);
    expect(closedByRule(states.waiting)).toMatchObject({ holder: 'done', since: null });
  });
  test('lets it wait for a team, and who waits keeps their place', () => {
    expect(givenByRule(states.waiting, { team: 't2' }, NOW)).toMatchObject({
      holder: 'waiting',
      team: 't2',
      since: states.waiting.since,
    });
    expect(givenByRule(led, { team: 't2' }, NOW)).toMatchObject({ holder: 'waiting', since: NOW });
    expect(givenByRule(led, { member: 'm1' }, NOW)).toMatchObject({ holder: 'agent', agent: 'm1', since: null });
  });
  test('has a flow lead it', () => {
    expect(isLed(ledByRule(states.priyas))).toBe(true);
  });
});

test('whatever is done, in whatever order: an agent has what is with an agent, and who waits does so since a time', () => {
  const step = fc.oneof(
    fc.record({
      command: fc.constantFrom(...Object.values(commands)),
      giver: fc.constantFrom(priya, sam, hanne, gone),
    }),
    fc.constantFrom(
      'writes' as const,
      'plays' as const,
      'ends' as const,
      'hands over' as const,
      'leaves' as const,
      'sleeps' as const,
    ),
  );
  fc.assert(
    fc.property(fc.constantFrom(...Object.values(states)), fc.array(step, { maxLength: 20 }), (start, steps) => {
      let holding: Holding = start;
      for (const one of steps) {
        if (one === 'writes') holding = written(holding, NOW).holding;
        else if (one === 'leaves') holding = leftTheTeam(holding, priya, NOW).holding;
        else if (one === 'sleeps') holding = leftTheirDesk(holding, priya, NOW).holding;
        else if (typeof one === 'string') {
          // Who is not told does nothing.
          if (isLed(holding))
            holding = played(
              holding,
              one === 'plays'
                ? { does: 'go on' }
                : one === 'ends'
                  ? { does: 'end' }
                  : { does: 'hand over', team: 't1' },
              NOW,
            );
        } else {
          const held = commanded(holding, one.command, one.giver, NOW);
          if ('refused' in held) continue;
          if (JSON.stringify(held.holding) === JSON.stringify(holding)) expect(held.entries).toEqual([]);
          holding = held.holding;
        }
        if (holding.holder === 'agent') expect(holding.agent).not.toBeNull();
        expect(holding.since !== null).toBe(holding.holder === 'waiting');
        if (holding.holder === 'flow') expect(holding.hasFlow).toBe(true);
        // Nothing but waiting is done meanwhile: whoever comes has the flow silent.
        if (holding.meanwhile) expect(holding.holder).toBe('waiting');
      }
    }),
    { numRuns: 500 },
  );
});

describe('what is put off', () => {
  const off = (holding: Holding, until: number | null, giver = priya) =>
    commanded(holding, { does: 'put off', until }, giver, NOW);
  const put = (holding: Holding, until: number | null, giver = priya) => {
    const held = off(holding, until, giver);
    if ('refused' in held) throw new Error(held.refused);
    return held;
  };
  const kinds = ({ entries }: { entries: ReadonlyArray<{ kind: string }> }) => entries.map(({ kind }) => kind);

  test('stays with who put it off, who takes it when nobody has it, and only they do', () => {
    const held = put(priyas, NOW + 500);
    expect(held.holding).toMatchObject({ holder: 'agent', agent: 'priya', later: NOW + 500 });
    expect(kinds(held)).toEqual(['put off']);
    expect(kinds(put(waiting, NOW + 500))).toEqual(['taken', 'put off']);
    expect(off(priyas, NOW + 500, sam)).toEqual({ refused: 'not yours' });
    for (const until of [NOW, NOW - 1, NOW + PUT_OFF_AT_MOST + 1])
      expect(off(priyas, until)).toEqual({ refused: 'not later' });
  });

  test('comes back once, when its time has come, is fetched back, or the visitor writes', () => {
    const { holding } = put(priyas, NOW + 500);
    expect(fallsDue(holding, NOW + 499).holding.later).toBe(NOW + 500);
    const back = fallsDue(holding, NOW + 500);
    expect(kinds(back)).toEqual(['came back']);
    expect(kinds(fallsDue(back.holding, NOW + 900))).toEqual([]);
    expect(kinds(put(holding, null))).toEqual(['fetched back']);
    expect(kinds(put(priyas, null))).toEqual([]);
    // Nothing to fetch back is nobody’s to take.
    expect(put(waiting, null).holding).toEqual(waiting);
    expect(written(holding, NOW).holding.later).toBeNull();
  });

  test('is marked as back until who has it does something about it', () => {
    const { holding } = fallsDue(put(priyas, NOW + 500).holding, NOW + 500);
    expect(holding.back).toBe(NOW + 500);
    // The visitor’s words, and what is refused, do nothing about it.
    expect(written(holding, NOW + 600).holding.back).toBe(NOW + 500);
    for (const [name, command] of Object.entries(commands)) {
      const held = commanded(holding, command, priya, NOW + 600);
      if ('refused' in held || name === 'take' || name === 'to Priya') continue;
      expect([name, held.holding.back]).toEqual([name, null]);
    }
    expect(put(holding, NOW + 900).holding.back).toBeNull();
    expect(leftTheTeam(holding, priya, NOW + 600).holding.back).toBeNull();
  });

  test('is put off no more by whoever has it then', () => {
    const { holding } = put(priyas, NOW + 500);
    for (const [name, command] of Object.entries(commands)) {
      const held = commanded(holding, command, hanne, NOW);
      if ('refused' in held || name === 'to Priya') continue;
      expect(held.holding.later).toBeNull();
    }
    for (const command of ['close', 'hand back'] as const) {
      const held = commanded(holding, commands[command]!, priya, NOW);
      expect('holding' in held && held.holding.later).toBeNull();
    }
    expect(leftTheTeam(holding, priya, NOW).holding.later).toBeNull();
  });
});
