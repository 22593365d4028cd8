import type { Fact } from '../../facts/fact.ts';
import { directionWords } from '../../messages/direction.ts';
import type { Act } from '../acts/registry.ts';
import { saidIn } from '../acts/registry.ts';
import type { Event } from '../event.ts';
import { type Flow, FORMAT } from '../format.ts';
import { lineText } from '../line.ts';
import { play } from '../play.ts';
import { freshSession, Session } from '../session.ts';
import type { Step } from '../steps/registry.ts';
import type { World } from '../world.ts';
import { tuesday } from './flow.arbitrary.ts';

/** For tests: a flow of these scenes, each titled by its identity. */
export function flowOf(scenes: Record<string, Step[]>, facts: Fact[] = []): Flow {
  return {
    format: FORMAT,
    name: 'First visit',
    speaker: 'Robin',
    facts,
    scenes: Object.entries(scenes).map(([id, steps]) => ({ id, title: id, steps })),
  };
}

/** For tests: plays events one after the other; the session goes through JSON each time, as in a database. */
export function perform(
  flow: Flow,
  events: Event[],
  world: World = tuesday,
): { session: Session; acts: Act[]; last: Act[] } {
  let session = freshSession();
  const acts: Act[] = [];
  let last: Act[] = [];
  for (const event of events) {
    const result = play(flow, session, event, world);
    session = Session.parse(JSON.parse(JSON.stringify(result.session)));
    last = result.acts;
    acts.push(...last);
  }
  return { session, acts, last };
}

/** What was said, shown and asked, as plain text. */
export const said = (acts: Act[]): string[] => saidIn(acts).map(lineText);
export const notes = (acts: Act[]): string[] =>
  acts.flatMap(act => (act.act === 'direction' ? [directionWords(act.says, 'en')] : []));
export const typed = (text: string): Event => ({ event: 'replied', text });
export const opened: Event = { event: 'opened' };
export const line = (text: string) => [[{ text }]];
export const end: Step = { id: 'end', kind: 'end' };
export const say = (id: string, text: string): Step => ({ id, kind: 'say', line: line(text) });
