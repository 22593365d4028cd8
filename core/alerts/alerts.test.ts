import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { alertWords } from '../messages/message.ts';
import type { Standing } from './kinds/kind.ts';
import { alertKindOf, alertKinds } from './kinds/registry.ts';
import { nextAt, quietUntil } from './quiet.ts';
import { concernedIn, type Roster } from './roster.ts';
import { asForAll, blankTelling, firstTellings, OwnTellings, type Quiet, Telling } from './telling.ts';
import { type Occasion, type Told, toldOf } from './told.ts';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
/** A Wednesday, 10:00 in London. */
const TEN = Date.parse('2026-11-25T10:00:00Z');
const LONDON = 'Europe/London';

const roster: Roster = {
  members: [
    { id: '1', role: 'lead', resting: false },
    { id: '2', role: 'agent', resting: false },
    { id: '3', role: 'agent', resting: true },
    { id: '4', role: 'agent', resting: false },
  ],
  teams: [
    { id: '7', name: 'Sales', members: ['1', '2'] },
    { id: '8', name: 'Aftercare', members: ['4'] },
    { id: '9', name: 'Empty', members: [] },
  ],
};
const occasion = (more: Partial<Occasion> = {}): Occasion => ({
  roster,
  concerned: { team: 'Sales' },
  own: new Map(),
  holds: () => true,
  now: TEN,
  zone: LONDON,
  pause: 1_500,
  ...more,
});
const whoOf = (one: Told): string =>
  'member' in one ? one.member : 'member' in one.to ? one.to.member : one.to.address;
const told = (tellings: Telling[], more: Partial<Occasion> = {}, alert = 'wanted') =>
  toldOf(alert, tellings, occasion(more)).map(one => `${whoOf(one)} ${one.channel}`);
const own = (more: Partial<OwnTellings>): OwnTellings => ({ ...asForAll, ...more });
const wanted = blankTelling('wanted');

describe('whom something concerns', () => {
  test('a team, all where it has none in it, who leads it, or some members; never who rests', () => {
    expect(concernedIn(roster, { team: 'Sales' })).toEqual(['1', '2']);
    expect(concernedIn(roster, { team: 'Empty' })).toEqual(['1', '2', '4']);
    expect(concernedIn(roster, { team: null })).toEqual(['1', '2', '4']);
    expect(concernedIn(roster, { team: 'gone' })).toEqual(['1', '2', '4']);
    expect(concernedIn(roster, { team: 'Sales', leads: true })).toEqual(['1']);
    expect(concernedIn(roster, { team: 'Aftercare', leads: true })).toEqual(['1']);
    expect(concernedIn(roster, { members: ['3', '4'] })).toEqual(['4']);
  });
});

describe('the kinds', () => {
  const at = (holder: Standing['holder'], agent: string | null = null, offered: string | null = null): Standing => ({
    holder,
    agent,
    team: 'Sales',
    offered,
  });
  const calls = (alert: string, event: string, standing: Standing, said = {}) =>
    alertKindOf(alert)?.calledBy[event]?.(said, standing);

  test('have words, each', () => {
    for (const { alert } of alertKinds)
      expect(alertWords('en-GB', alert, { visitor: 'Maud', by: 'Priya', text: 'good' }), alert).toMatch(/Maud/);
  });
  test('call whoever is meant by how it stands by then', () => {
    expect(calls('wanted', 'handed over', at('waiting'))).toEqual({ team: 'Sales' });
    expect(calls('wanted', 'handed over', at('agent', '2'))).toBeUndefined();
    expect(calls('wanted', 'handed over', at('waiting', null, '2'))).toBeUndefined();
    expect(calls('wanted', 'offered', at('waiting'), { member: null })).toEqual({ team: 'Sales' });
    expect(calls('offered', 'offered', at('waiting', null, '2'), { member: '2' })).toEqual({ members: ['2'] });
    // It was passed on to another by the time that it is heard.
    expect(calls('offered', 'offered', at('waiting', null, '1'), { member: '2' })).toBeUndefined();
    expect(calls('wrote', 'replied', at('agent', '2'))).toEqual({ members: ['2'] });
    expect(calls('wrote', 'replied', at('flow'))).toBeUndefined();
    expect(calls('assigned', 'passed on', at('agent', '2'), { has: '2', member: '1' })).toEqual({ members: ['2'] });
    expect(calls('assigned', 'ruled', at('agent', '2'), { has: '2' })).toEqual({ members: ['2'] });
    expect(calls('assigned', 'passed on', at('agent', '2'), { has: '2', member: '2' })).toBeUndefined();
    expect(calls('told', 'notified', at('flow'), { team: null, text: 'Look' })).toEqual({ team: null });
    expect(calls('told', 'notified', at('flow'), { newer: true })).toBeUndefined();
    expect(calls('mentioned', 'note', at('flow'), { member: '1', text: '@x', mentions: ['2'] })).toEqual({
      members: ['2'],
    });
    expect(calls('over', 'done', at('done'))).toEqual({ team: 'Sales' });
    expect(calls('over', 'done', at('waiting'))).toBeUndefined();
  });
  test('stand while it is so', () => {
    const stands = (alert: string) => alertKindOf(alert)!.stands!;
    expect(stands('wanted').still(at('waiting'), '')).toBe(true);
    expect(stands('wanted').still(at('agent', '2'), '')).toBe(false);
    expect(stands('wanted').still(at('waiting', null, '2'), '')).toBe(false);
    expect(stands('offered').still(at('waiting', null, '2'), '2')).toBe(true);
    expect(stands('offered').still(at('waiting', null, '1'), '2')).toBe(false);
    expect(stands('wrote').still(at('agent', '2'), '2')).toBe(true);
    expect(stands('wrote').still(at('agent', '1'), '2')).toBe(false);
  });
});

describe('who is told', () => {
  test('what ships is whole', () => {
    for (const telling of firstTellings) expect(Telling.parse(telling)).toEqual(telling);
  });
  test('those whom it concerns, everybody, leads, a team, a member, an address', () => {
    const to = (...all: Telling['to']) => told([{ ...wanted, channels: ['push'], to: all }]);
    expect(to('concerned')).toEqual(['1 push', '2 push']);
    expect(to('everyone')).toEqual(['1 push', '2 push', '4 push']);
    expect(to('leads')).toEqual(['1 push']);
    expect(to({ team: '8' })).toEqual(['4 push']);
    expect(to({ team: '99' })).toEqual([]);
    expect(to({ member: '3' })).toEqual([]);
    expect(to({ address: 'Team@brackenrow.example' })).toEqual(['team@brackenrow.example mail']);
  });
  test('each once over each channel, whatever tells them, the soonest', () => {
    const all: Telling[] = [
      { ...wanted, channels: ['mail'], mailing: { after: 30 } },
      { ...wanted, to: ['everyone', 'concerned'], channels: ['push', 'mail'], mailing: { after: 5 }, transcript: true },
    ];
    const list = toldOf('wanted', all, occasion());
    expect(list.map(one => `${whoOf(one)} ${one.channel}`).sort()).toEqual(
      ['1', '2', '4'].flatMap(id => [`${id} mail`, `${id} push`]).sort(),
    );
    expect(list.find(one => one.channel === 'mail')).toMatchObject({ at: TEN + 5 * MINUTE, transcript: true });
  });
  test('only of what a condition holds of, and of nothing else', () => {
    const asked = { ...wanted, onlyIf: { all: [{ fact: 'urgent', is: 'is' as const, value: true }] } };
    expect(told([asked], { holds: () => false })).toEqual([]);
    expect(told([asked])).toHaveLength(4);
    expect(told([asked], {}, 'over')).toEqual([]);
  });
  test('as each has it otherwise', () => {
    const mine = own({ kinds: { wanted: { channels: { push: false, mail: true }, sound: 'bell' } } });
    const list = toldOf('wanted', [wanted], occasion({ own: new Map([['2', mine]]), concerned: { members: ['2'] } }));
    expect(list).toMatchObject([
      { member: '2', channel: 'sound', sound: 'bell' },
      { to: { member: '2' }, channel: 'mail', at: TEN + 5 * MINUTE },
    ]);
    const silent = own({ kinds: { wanted: { channels: {}, sound: 'none' } } });
    expect(told([wanted], { own: new Map([['2', silent]]) })).toEqual(['1 sound', '1 push', '2 push']);
  });
  test('of more, where one asks for it oneself: of what concerns one', () => {
    const more = own({ kinds: { rated: { channels: { push: true }, sound: null } } });
    expect(told([], { own: new Map([['2', more]]) }, 'rated')).toEqual(['2 push']);
    expect(told([], { own: new Map([['4', more]]) }, 'rated')).toEqual([]);
  });
  test('in quiet hours by neither sound nor notification, and by email when they are over', () => {
    const quiet: Quiet = { from: '09:00', to: '11:30', days: [3] };
    const list = toldOf(
      'wanted',
      [{ ...wanted, channels: ['sound', 'push', 'mail'] }],
      occasion({ own: new Map([['2', own({ quiet })]]), concerned: { members: ['2'] } }),
    );
    expect(list).toMatchObject([{ channel: 'mail', at: TEN + 90 * MINUTE }]);
  });
  test('all of a day together, for a member who wants that, or by a telling', () => {
    const mail: Telling = { ...wanted, channels: ['mail'] };
    const mine = new Map([['2', own({ digest: '17:00' })]]);
    const all = toldOf('wanted', [{ ...mail, mailing: { daily: '08:30' } }], occasion({ own: mine }));
    expect(all.map(one => 'at' in one && one.at)).toEqual([TEN + 22.5 * HOUR, TEN + 7 * HOUR]);
  });
});

describe('hours of the clock', () => {
  test('quiet hours go over midnight, and belong to the evening on which they begin', () => {
    const quiet: Quiet = { from: '22:00', to: '06:30', days: [3] };
    const at = (time: string) => quietUntil(quiet, LONDON, Date.parse(time));
    const ends = Date.parse('2026-11-26T06:30:00Z');
    expect(at('2026-11-25T21:59:59Z')).toBeUndefined();
    expect(at('2026-11-25T22:00:00Z')).toBe(ends);
    expect(at('2026-11-26T06:29:59Z')).toBe(ends);
    expect(at('2026-11-26T06:30:00Z')).toBeUndefined();
    expect(at('2026-11-26T22:30:00Z')).toBeUndefined();
    expect(quietUntil({ ...quiet, to: '00:00' }, LONDON, Date.parse('2026-11-25T23:00:00Z'))).toBe(
      Date.parse('2026-11-26T00:00:00Z'),
    );
  });
  test('the next time is today’s or tomorrow’s, also where a clock goes over it', () => {
    expect(nextAt('10:00', LONDON, TEN)).toBe(TEN + 24 * HOUR);
    expect(nextAt('10:01', LONDON, TEN)).toBe(TEN + MINUTE);
    // On 29 March 2026 the clock goes from one to two: half past one never comes, and two takes its place.
    expect(nextAt('01:30', LONDON, Date.parse('2026-03-29T00:00:00Z'))).toBe(Date.parse('2026-03-29T01:00:00Z'));
  });
});

const clock = fc
  .tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 59 }))
  .map(([hour, minute]) => `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`);
const quiets = fc
  .record({ from: clock, to: clock, days: fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 }) })
  .filter(({ from, to }) => from !== to);
const anyTelling: fc.Arbitrary<Telling> = fc.record({
  of: fc.constantFrom('wanted', 'wrote'),
  to: fc.array(
    fc.constantFrom<Telling['to'][number]>(
      'concerned',
      'everyone',
      'leads',
      { team: '7' },
      { member: '2' },
      { address: 'a@b.example' },
    ),
    { minLength: 1, maxLength: 4 },
  ),
  channels: fc.uniqueArray(fc.constantFrom('sound', 'push', 'mail'), { maxLength: 3 }),
  mailing: fc.oneof(fc.record({ after: fc.integer({ min: 0, max: 1_440 }) }), fc.record({ daily: clock })),
  onlyIf: fc.constant(null),
  transcript: fc.boolean(),
});

test('nobody is told twice over one channel, before now, in quiet hours, or while they rest', () => {
  fc.assert(
    fc.property(
      fc.array(anyTelling, { maxLength: 5 }),
      fc.option(quiets, { nil: null }),
      fc.option(clock, { nil: null }),
      fc.integer({ min: 0, max: 400 * 24 * 60 }),
      (tellings, quiet, digest, minutes) => {
        const now = TEN + minutes * MINUTE;
        const mine = OwnTellings.parse(own({ quiet, digest }));
        const list = toldOf('wanted', tellings, occasion({ now, own: new Map([['2', mine]]) }));
        const keys = list.map(one => `${whoOf(one)} ${one.channel}`);
        expect(new Set(keys).size).toBe(keys.length);
        expect(keys.some(key => key.startsWith('3 '))).toBe(false);
        for (const one of list) {
          if ('at' in one) expect(one.at).toBeGreaterThanOrEqual(now);
          if (whoOf(one) !== '2' || quiet === null) continue;
          if (one.channel === 'mail') expect(quietUntil(quiet, LONDON, one.at)).toBeUndefined();
          else expect(quietUntil(quiet, LONDON, now)).toBeUndefined();
        }
      },
    ),
  );
});
