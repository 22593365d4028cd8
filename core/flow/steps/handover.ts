import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { Duration, durationWords, milliseconds } from '../../hours/duration.ts';
import { momentWords } from '../../hours/moment.ts';
import { opening } from '../../hours/opening.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, lineReads } from '../line.ts';
import { HANDED_OVER, type StepFinding, type StepKind, WAIT, wayWords } from './kind.ts';
import { lineFindings, quoted } from './say.ts';

export const HandOver = z.strictObject({
  id: Id,
  kind: z.literal('hand over'),
  /** The team's name in the workspace. */
  team: z.string().min(1).max(100),
  /** Said while the visitor waits for a person; nothing when empty. */
  waiting: Line,
  /** The scene that is played until somebody comes; the visitor waits on when it has run out. */
  meanwhile: Id.optional(),
  /** What is said when the team is closed or nobody of it is there, and where the flow goes on. */
  closed: z.strictObject({ line: Line, to: Id.optional() }),
  /** Who of the team has them first, if they can, by name; the team stands in. */
  member: z.string().min(1).max(100).optional(),
  /** What is said when nobody has come for so long, and where the flow goes on: they wait no more then. */
  tooLong: z.strictObject({ after: Duration, line: Line, to: Id.optional() }).optional(),
});
export type HandOver = z.infer<typeof HandOver>;

/** Gives the conversation to a team when it is open and somebody of it is there; otherwise says so and goes on. */
export const handOver: StepKind<HandOver> = {
  kind: 'hand over',
  purpose: 'Give the conversation to a person',
  schema: HandOver,
  blank: id => ({
    id,
    kind: 'hand over',
    team: 'Sales',
    waiting: [[{ text: 'I’m fetching a colleague. One moment, please.' }]],
    closed: { line: [[{ text: 'Nobody is here right now, I’m afraid.' }]] },
  }),
  words: (step, around) => [
    plain('Hand over to '),
    ...(step.member === undefined ? [] : [plain(`${step.member}, else to `)]),
    { team: step.team },
    ...(isEmptyLine(step.waiting) ? [] : [plain(', saying '), ...quoted(step.waiting)]),
    ...(step.meanwhile === undefined
      ? []
      : [
          plain(', and until somebody comes, play '),
          { scene: step.meanwhile, title: around.sceneTitle(step.meanwhile) },
        ]),
    plain('; when nobody is there, say '),
    ...quoted(step.closed.line),
    plain(' and '),
    ...wayWords(step.closed.to, around),
    ...(step.tooLong
      ? [
          plain(`; when nobody has come for ${durationWords(step.tooLong.after)}, say `),
          ...quoted(step.tooLong.line),
          plain(' and '),
          ...wayWords(step.tooLong.to, around),
        ]
      : []),
  ],
  exits: step => [
    { label: 'when handed back', part: 'back' },
    ...(step.meanwhile === undefined
      ? []
      : [{ scene: step.meanwhile, label: 'until somebody comes', part: 'meanwhile', comesBack: true as const }]),
    { scene: step.closed.to, label: 'when nobody is there', part: 'closed' },
    ...(step.tooLong
      ? [{ scene: step.tooLong.to, label: 'when nobody comes', part: 'tooLong', later: true as const }]
      : []),
  ],
  ending: step => `To ${step.team}`,
  // A closed team lets the play run on, so for the checks this step does not stop it.
  waits: () => false,
  teams: ({ team }) => [team],
  turnsAway: ({ team, closed }) => ({ part: 'closed', who: team, ...closed }),
  reads: step => [
    ...lineReads(step.waiting),
    ...lineReads(step.closed.line),
    ...(step.tooLong ? lineReads(step.tooLong.line) : []),
  ],
  sets: () => [],
  check(step, around) {
    const findings: StepFinding[] = [];
    if (isEmptyLine(step.closed.line))
      findings.push({
        code: 'empty line',
        level: 'problem',
        sentence: `Nothing is said when nobody of ${step.team} is there.`,
        part: 'closed',
      });
    if (around.teams && !around.teams.includes(step.team))
      findings.push({
        code: 'no such team',
        level: 'problem',
        sentence: `There is no team called “${step.team}”.`,
        part: 'team',
      });
    if (step.tooLong && isEmptyLine(step.tooLong.line))
      findings.push({
        code: 'empty line',
        level: 'problem',
        sentence: `Nothing is said when nobody of ${step.team} has come for ${durationWords(step.tooLong.after)}.`,
        part: 'tooLong',
      });
    if (step.tooLong) findings.push(...lineFindings(step.tooLong.line, around, 'tooLong'));
    if (step.member !== undefined && around.members && !around.members.includes(step.member))
      findings.push({
        code: 'no such member',
        level: 'advice',
        sentence: `There is no ${step.member} here; whoever is in ${step.team} has them.`,
        part: 'member',
      });
    findings.push(
      ...lineFindings(step.waiting, around, 'waiting'),
      ...lineFindings(step.closed.line, around, 'closed'),
    );
    return findings;
  },
  play(step, stage) {
    const speakWaiting = isEmptyLine(step.waiting) ? undefined : stage.speak(step.waiting);
    const speakClosed = stage.speak(step.closed.line);
    const closed = stage.way(step.closed.to);
    const { tooLong } = step;
    const speakTooLong = tooLong && stage.speak(tooLong.line);
    const goOn = stage.way(tooLong?.to);
    const meanwhile = step.meanwhile === undefined ? undefined : stage.way(step.meanwhile);
    return {
      enter(run) {
        const { now, locale } = run.world;
        // What is played until somebody comes has led here again: they are in line as they were.
        if (run.fetching?.step === step.id) return HANDED_OVER;
        const hours = run.world.hours[step.team];
        const state = hours ? opening(hours, now) : undefined;
        if (hours && state && !state.open) {
          run.tell(step.id, {
            code: 'team closed',
            team: step.team,
            ...(state.from === null
              ? {}
              : { until: momentWords('until when', hours, state.from, now, locale.language) }),
          });
          run.acts.push({ act: 'say', step: step.id, line: speakClosed(run) });
          return closed;
        }
        // In the hours, and yet nobody is at their desk: to say that somebody comes would be a promise that nobody keeps.
        if (run.world.staffed?.[step.team] === false) {
          run.tell(step.id, { code: 'nobody of the team', team: step.team });
          run.acts.push({ act: 'say', step: step.id, line: speakClosed(run) });
          return closed;
        }
        if (speakWaiting) run.acts.push({ act: 'say', step: step.id, line: speakWaiting(run) });
        const long = tooLong && milliseconds(tooLong.after);
        run.meantFor = step.member;
        run.acts.push({
          act: 'hand over',
          step: step.id,
          team: step.team,
          reason: { code: 'flow fetched somebody' },
          ...(run.inLine === undefined ? {} : { since: run.inLine }),
          ...(meanwhile === undefined ? {} : { meanwhile: true }),
        });
        run.inLine ??= now;
        run.meanwhile(meanwhile === undefined ? undefined : step.id, long === undefined ? undefined : now + long);
        if (meanwhile !== undefined) return meanwhile;
        if (long !== undefined) run.setTimer(step.id, long);
        return HANDED_OVER;
      },
      waitedLong(run) {
        if (!tooLong || !speakTooLong) return WAIT;
        run.tell(step.id, { code: 'nobody came', after: durationWords(tooLong.after) });
        run.acts.push({ act: 'say', step: step.id, line: speakTooLong(run) });
        return goOn;
      },
    };
  },
};
