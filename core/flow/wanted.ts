import { presence } from '../hours/presence.ts';
import type { Direction } from '../messages/direction.ts';
import { spoken } from '../messages/message.ts';
import type { Id } from './id.ts';
import type { Program } from './program.ts';
import type { Session } from './session.ts';
import { HANDED_OVER, type Next, type Run, STAY } from './steps/kind.ts';

/** What is kept of a wish for a person while a flow is played. */
export interface Wishing extends Run {
  wanted: Session['wanted'];
  /** Whether the flow has led them once: the next time they have whoever is there. */
  led: Session['led'];
  fetching: Session['fetching'];
  /** Where the flow goes on when they are given back. */
  resumes: Session['resumes'];
}

/**
 * The visitor wants a person, whatever was asked: they go where the flow leads who does, or else it is said what is so, and
 * whoever is there is given the conversation.
 * @param by the words by which it was understood
 * @param step where the conversation stands
 */
export function fetchPerson(by: string, step: Id | undefined, run: Wishing, program: Program): Next {
  run.wanted = undefined;
  run.tell(step, { code: 'wanted a person', by });
  return fetchWhoIsThere(step, run, program);
}

/** The same of who has not said so in words. @param reason why, as the team is told */
export function fetchWhoIsThere(
  step: Id | undefined,
  run: Wishing,
  program: Program,
  reason: Direction = { code: 'visitor wanted somebody' },
): Next {
  const { hours, taking, now, locale } = run.world;
  if (run.fetching) {
    // They are in line already: that is said once, and what is asked meanwhile stays asked.
    if (!run.fetching.told) run.acts.push({ act: 'say', step: step ?? '', line: spoken(locale.language, 'in line') });
    run.fetching = { ...run.fetching, told: true };
    return STAY;
  }
  const leading = run.leads === undefined || run.led ? undefined : program.placeOf.get(run.leads);
  const to = leading === undefined ? undefined : program.playerAt(leading).wanted?.(run);
  // A scene that is not there is nowhere to fetch anybody.
  if (to !== undefined && program.idAt(to) !== undefined) {
    run.led = true;
    return to;
  }
  const { open, changes } = presence(Object.values(hours), now, locale.language);
  const takes = taking === undefined || Object.values(taking).some(Boolean);
  const line = !open
    ? spoken(locale.language, 'nobody is there', { back: changes })
    : spoken(locale.language, takes ? 'somebody is fetched' : 'nobody is free');
  run.acts.push({ act: 'say', step: step ?? '', line });
  run.acts.push({
    act: 'hand over',
    ...(step === undefined ? {} : { step }),
    team: null,
    ...(run.inLine === undefined ? {} : { since: run.inLine }),
    reason,
  });
  run.inLine ??= now;
  return HANDED_OVER;
}

/** The question is left for which somebody who was wanted had to wait: now they are fetched, and come back behind it. */
export function fetchAfter(next: Next, waiting: number | undefined, run: Wishing, program: Program, at?: Id): Next {
  const to = fetchPerson(run.wanted!, at, run, program);
  if (to === HANDED_OVER && waiting !== undefined)
    run.resumes = next === waiting + 1 || next < 0 ? 'behind' : (program.idAt(next) ?? 'behind');
  return to;
}
