import { type Answerer, inLine, offersFor, playDay, type WaitingVisitor } from '@kineta/core';
import { percentile, type Result, result } from './result.ts';

const WAITING = 10_000;
const MEMBERS = 500;
const TEAMS = 20;
const NOW = Date.parse('2026-11-24T10:12:00Z');
/** So many decisions are timed, each another. */
const DECISIONS = 500;

const team = (at: number): string => `team ${at % TEAMS}`;

function line(): WaitingVisitor[] {
  return Array.from({ length: WAITING }, (_, at) => ({
    id: String(at + 1),
    since: NOW - (WAITING - at) * 100,
    urgent: false,
    team: at % 7 === 0 ? null : team(at),
    prefers: at % 5 === 0 ? [`m${at % MEMBERS}`] : [],
    skill: at % 6 === 0 ? 'grants' : null,
    language: at % 3 === 0 ? 'de' : 'en',
    letBy: at % 11 === 0 ? [{ member: `m${(at * 3) % MEMBERS}`, at: NOW - 1_000 }] : [],
  }));
}

/** Everybody has as many as they take, but one, who has just come free. */
function members(free: number): Answerer[] {
  return Array.from({ length: MEMBERS }, (_, at) => ({
    id: `m${at}`,
    teams: [team(at), team(at + 7)],
    languages: at % 4 === 0 ? ['en', 'de'] : ['en'],
    skills: at % 9 === 0 ? ['grants', 'batteries'] : [],
    holds: at === free ? 3 : 4,
    most: 4,
    isOffered: false,
    givenAt: NOW - at * 1_000,
  }));
}

const timed = (work: () => unknown): number => {
  const from = performance.now();
  work();
  return performance.now() - from;
};
const p95 = (times: number[]): number =>
  percentile(
    times.toSorted((a, b) => a - b),
    0.95,
  );

/** Who of ten thousand is offered to who has just come free of five hundred; and a whole day of a centre, played. */
export function routing(): Result[] {
  const waiting = line();
  const staffs = Array.from({ length: DECISIONS }, (_, at) => members(at % MEMBERS));
  let offered = 0;
  for (const staff of staffs.slice(0, 50)) offersFor(waiting, staff, NOW);
  const times = staffs.map(staff => timed(() => (offered += offersFor(waiting, staff, NOW).length)));
  if (offered !== DECISIONS) throw new Error(`${offered} of ${DECISIONS} were offered somebody.`);
  const bare = staffs.map(() => timed(() => [...waiting].sort(inLine)));
  const [one, reading] = [p95(times), p95(bare)];
  const centre = { hours: 24, arrivals: 900, answerers: 40, most: 3, held: 7 * 60_000, takenIn: 15_000 };
  let came = 0;
  const day = timed(() => (came = playDay(centre, 7).length)) / 1_000;
  return [
    result(
      'routing, one decision of 10,000 who wait and 500 members, p95',
      one,
      'ms',
      { name: 'the line put in order', value: reading },
      { words: 'at most 1 ms', holds: one <= 1 },
    ),
    result(
      `routing, a day with ${came.toLocaleString('en')} visitors and 40 who answer`,
      day,
      's',
      { name: 'allowed', value: 2 },
      { words: 'at most 2 s', holds: day <= 2 },
    ),
  ];
}
