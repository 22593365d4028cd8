import { entriesOf, recordedOf } from '../../conversation/entries/registry.ts';
import { plainVisit } from '../../facts/given.ts';
import type { Event } from '../event.ts';
import type { Flow } from '../format.ts';
import { play } from '../play.ts';
import type { Recorded, RecordedLine } from '../replay/recorded.ts';
import type { Stage } from '../runs/rehearse.ts';
import { freshSession, type Session } from '../session.ts';
import type { World } from '../world.ts';

type Reply = Extract<Event, { event: 'replied' }>;

/** For tests: a workspace in which everyone is always there. */
export const openStage: Stage = {
  zone: 'Europe/London',
  country: 'GB',
  locale: { language: 'en-GB', currency: 'GBP' },
  business: {},
  hours: {},
  teams: ['Sales'],
};

/** For tests: the log of a visitor who goes through a flow with these answers, as a replay is given it. */
export function record(
  flow: Flow,
  replies: Iterable<Reply>,
  stage: Stage,
  {
    id = '1',
    startedAt = Date.parse('2026-11-24T10:12:00Z'),
    staffed = {},
  }: { id?: string; startedAt?: number; staffed?: NonNullable<World['staffed']> } = {},
): Recorded {
  const lines: RecordedLine[] = [];
  let number = 1;
  const world: World = { ...stage, staffed, now: startedAt, visitor: id, visit: plainVisit, random: () => 0.5 };
  let session: Session = freshSession();
  const happen = (event: Event): void => {
    const played = play(flow, session, event, world);
    session = played.session;
    for (const entry of entriesOf(played.acts, flow.speaker)) {
      number++;
      lines.push(...recordedOf(entry, { number, at: world.now }));
    }
  };
  const goOn = (): void => {
    for (let times = 0; times < 50 && (session.state === 'pausing' || session.state === 'awaiting'); times++) {
      const ticket = session.ticket ?? 0;
      if (session.state === 'pausing') happen({ event: 'timer', ticket });
      else happen({ event: 'told', ticket, outcome: 'failed', why: 'so recorded.' });
    }
  };
  happen({ event: 'opened' });
  goOn();
  for (const reply of replies) {
    if (session.state !== 'asking') break;
    number++;
    world.now += 15_000;
    const { event: _, step: __, ...said } = reply;
    lines.push({ did: 'replied', number, at: world.now, ...said });
    happen(reply);
    goOn();
  }
  // A scene that ran out ended without a word.
  if (session.state === 'ended' && !lines.some(line => line.did === 'ended')) lines.push({ did: 'ended' });
  return { id, name: `Visitor ${id}`, visitor: id, seed: 1, startedAt, visit: plainVisit, remembered: {}, lines };
}
