import { describe, expect, test } from 'vitest';
import { check } from './checks/check.ts';
import type { Event } from './event.ts';
import type { HandOver } from './steps/handover.ts';
import { tuesday } from './tests/flow.arbitrary.ts';
import { end, flowOf, line, notes, opened, perform, said, typed } from './tests/perform.ts';

const over: HandOver = {
  id: 'over',
  kind: 'hand over',
  team: 'Sales',
  pick: { line: line('Who may it be?'), teams: ['Aftercare', 'Accounts'] },
  waiting: line('One moment.'),
  closed: { line: line('Nobody.') },
  member: 'Priya',
};
const flow = flowOf({ welcome: [over, end] });
const there = (staffed: Record<string, boolean>) => ({ ...tuesday, hours: {}, staffed });
const everybody = there({ Sales: true, Aftercare: true, Accounts: true });
const picked = (choice: string, text = 'x'): Event => ({ event: 'replied', text, choice });
const teamsIn = (acts: ReadonlyArray<{ act: string; team?: unknown }>) =>
  acts.flatMap(act => (act.act === 'hand over' ? [act.team] : []));
const offered = (acts: ReadonlyArray<{ act: string; answer?: { choices?: ReadonlyArray<{ label: string }> } }>) =>
  acts.flatMap(act => (act.act === 'ask' ? [act.answer?.choices?.map(({ label }) => label)] : []));

describe('a visitor picks who they talk to', () => {
  test('of the teams that are there, and has that one', () => {
    expect(offered(perform(flow, [opened], everybody).acts)).toEqual([['Sales', 'Aftercare', 'Accounts']]);
    const some = there({ Sales: false, Aftercare: true, Accounts: true });
    expect(offered(perform(flow, [opened], some).acts)).toEqual([['Aftercare', 'Accounts']]);
    for (const reply of [picked('1'), typed('aftercare please'), typed('the second one')]) {
      const { acts, session } = perform(flow, [opened, reply], everybody);
      expect(teamsIn(acts)).toEqual(['Aftercare']);
      expect(said(acts)).toEqual(['Who may it be?', 'One moment.']);
      // Whom the flow has in mind is of the first team.
      expect(session).toMatchObject({ state: 'handed over', at: 'over' });
      expect(session.meantFor).toBeUndefined();
    }
    expect(perform(flow, [opened, typed('sales')], everybody).session.meantFor).toBe('Priya');
  });

  test('is not asked where one is there, and told where none is', () => {
    const one = perform(flow, [opened], there({ Sales: false, Aftercare: false, Accounts: true }));
    expect(teamsIn(one.acts)).toEqual(['Accounts']);
    const none = perform(flow, [opened], there({ Sales: false, Aftercare: false, Accounts: false }));
    expect(said(none.acts)).toEqual(['Nobody.']);
    expect(notes(none.acts)).toEqual(['Nobody of Sales was there.']);
  });

  test('has whoever is there when they cannot be understood, skip it, or want any person', () => {
    for (const events of [[typed('hm'), typed('hm')], [typed('skip')]])
      expect(teamsIn(perform(flow, [opened, ...events], everybody).acts)).toEqual(['Sales']);
    expect(teamsIn(perform(flow, [opened, typed('just get me a human')], everybody).acts)).toEqual([null]);
    expect(offered(perform(flow, [opened, typed('hm')], everybody).last)).toHaveLength(1);
  });

  test('picks who has gone home meanwhile, and has whoever is still there', () => {
    const { session } = perform(flow, [opened], everybody);
    expect(session.state).toBe('asking');
    const gone = there({ Sales: true, Aftercare: false, Accounts: true });
    const acts = perform(flow, [opened, picked('1')], gone).acts;
    expect(teamsIn(acts)).toEqual(['Sales']);
    expect(teamsIn(perform(flow, [opened, picked('no such')], everybody).acts)).toEqual(['Sales']);
  });

  test('what the checks say', () => {
    const found = (step: HandOver) =>
      check(flowOf({ welcome: [step, end] }), { teams: ['Sales', 'Aftercare'] }).map(({ sentence }) => sentence);
    expect(found(over)).toContain('There is no team called “Accounts”.');
    expect(found({ ...over, pick: { line: [], teams: ['Aftercare'] } })).toContain(
      'The question which team it should be has no words.',
    );
  });
});
