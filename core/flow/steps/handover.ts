import { z } from 'zod';
import { bare } from '../../answers/answer.ts';
import { understandChoice } from '../../answers/choice.ts';
import { plain } from '../../facts/words.ts';
import { Duration, durationWords, milliseconds } from '../../hours/duration.ts';
import { momentWords } from '../../hours/moment.ts';
import { opening } from '../../hours/opening.ts';
import type { Direction } from '../../messages/direction.ts';
import { spoken } from '../../messages/message.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, lineReads, type SpokenLine } from '../line.ts';
import type { World } from '../world.ts';
import { HANDED_OVER, type Next, type Run, type StepFinding, type StepKind, WAIT, wayWords } from './kind.ts';
import { lineFindings, quoted } from './say.ts';

export const HandOver = z.strictObject({
  id: Id,
  kind: z.literal('hand over'),
  /** The team's name in the workspace. */
  team: z.string().min(1).max(100),
  /** Teams that the visitor may pick instead, and how they are asked; who is not there is not offered. */
  pick: z.strictObject({ line: Line, teams: z.array(z.string().min(1).max(100)).min(1).max(9) }).optional(),
  /** Said while the visitor waits for a person; nothing when empty. */
  waiting: Line,
  /** The scene that is played until somebody comes; the visitor waits on when it has run out. */
  meanwhile: Id.optional(),
  /** What is said when the team is closed or nobody of it is there, and where the flow goes on. */
  closed: z.strictObject({ line: Line, to: Id.optional() }),
  /** Who of the team has them first, if they can, by name; the team stands in. */
  member: z.string().min(1).max(100).optional(),
  /** What whoever has them is to know, if anybody does, as members say it of themselves. */
  skill: z.string().trim().min(1).max(40).optional(),
  /** What is said when nobody has come for so long, and where the flow goes on: they wait no more then. */
  tooLong: z.strictObject({ after: Duration, line: Line, to: Id.optional() }).optional(),
});
export type HandOver = z.infer<typeof HandOver>;

/** So often it is asked which team it should be; then whichever is there is fetched. */
const MOST_TRIES = 2;

/** The teams that it hands over to, the first of which is meant unless the visitor picks another. */
const teamsOf = ({ team, pick }: HandOver): string[] => [...new Set([team, ...(pick?.teams ?? [])])];

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
    ...(step.pick
      ? [...step.pick.teams.flatMap(team => [plain(' or '), { team }]), plain(', asking '), ...quoted(step.pick.line)]
      : []),
    ...(step.skill === undefined ? [] : [plain(`, first to who knows ${step.skill}`)]),
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
  ending: step => `To ${teamsOf(step).join(', ')}`,
  // A closed team lets the play run on, so for the checks this step does not stop it.
  waits: () => false,
  teams: teamsOf,
  turnsAway: ({ team, closed }) => ({ part: 'closed', who: team, ...closed }),
  reads: step => [
    ...(step.pick ? lineReads(step.pick.line) : []),
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
    for (const [at, team] of teamsOf(step).entries())
      if (around.teams && !around.teams.includes(team))
        findings.push({
          code: 'no such team',
          level: 'problem',
          sentence: `There is no team called “${team}”.`,
          part: at === 0 ? 'team' : 'pick',
        });
    if (step.pick && isEmptyLine(step.pick.line))
      findings.push({
        code: 'empty line',
        level: 'problem',
        sentence: 'The question which team it should be has no words.',
        part: 'pick',
      });
    if (step.pick) findings.push(...lineFindings(step.pick.line, around, 'pick'));
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
    const { skill } = step;
    if (skill !== undefined && around.skills?.every(one => one.toLowerCase() !== skill.toLowerCase()))
      findings.push({
        code: 'no such skill',
        level: 'advice',
        sentence: `Nobody here says that they know ${skill}; whoever is in ${step.team} has them.`,
        part: 'skill',
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
    const teams = teamsOf(step);
    const speakPick = step.pick && stage.speak(step.pick.line);

    /** Tells why nobody of the team can be had now; undefined when they can. */
    const missing = (team: string, { now, locale, hours, staffed }: World): Direction | undefined => {
      const theirs = hours[team];
      const state = theirs ? opening(theirs, now) : undefined;
      if (theirs && state && !state.open) {
        const until =
          state.from === null ? undefined : momentWords('until when', theirs, state.from, now, locale.language);
        return { code: 'team closed', team, ...(until === undefined ? {} : { until }) };
      }
      // In the hours, and yet nobody is at their desk: to say that somebody comes would be a promise that nobody keeps.
      return staffed?.[team] === false ? { code: 'nobody of the team', team } : undefined;
    };
    const isThere = (world: World) => (team: string) => missing(team, world) === undefined;
    const turnAway = (run: Run, why: Direction): Next => {
      run.tell(step.id, why);
      run.acts.push({ act: 'say', step: step.id, line: speakClosed(run) });
      return closed;
    };
    const fetchTeam = (run: Run, team: string): Next => {
      const { now } = run.world;
      if (speakWaiting) run.acts.push({ act: 'say', step: step.id, line: speakWaiting(run) });
      const long = tooLong && milliseconds(tooLong.after);
      run.meantFor = team === step.team ? step.member : undefined;
      run.skill = step.skill;
      run.acts.push({
        act: 'hand over',
        step: step.id,
        team,
        reason: { code: 'flow fetched somebody' },
        ...(run.inLine === undefined ? {} : { since: run.inLine }),
        ...(meanwhile === undefined ? {} : { meanwhile: true }),
      });
      run.inLine ??= now;
      run.meanwhile(meanwhile === undefined ? undefined : step.id, long === undefined ? undefined : now + long);
      if (meanwhile !== undefined) return meanwhile;
      if (long !== undefined) run.setTimer(step.id, long);
      return HANDED_OVER;
    };
    /** The teams that are there; of the others it is told that they are not, unless none is. */
    const whoIsThere = (run: Run): string[] => {
      const there = teams.filter(isThere(run.world));
      if (there.length > 0)
        for (const team of teams) if (!there.includes(team)) run.tell(step.id, missing(team, run.world)!);
      return there;
    };
    /** Those who went home while it was asked cannot be had any more: whoever is there is fetched, or else nobody. */
    const fetchAny = (run: Run): Next => {
      const team = whoIsThere(run)[0];
      return team === undefined ? turnAway(run, missing(step.team, run.world)!) : fetchTeam(run, team);
    };
    const askWhich = (run: Run, line: SpokenLine, there: readonly string[]): Next => {
      const choices = there.map(team => ({ id: String(teams.indexOf(team)), label: team }));
      run.acts.push({ act: 'ask', step: step.id, line, answer: { type: 'choice', choices } });
      return WAIT;
    };
    return {
      enter(run) {
        // What is played until somebody comes has led here again: they are in line as they were.
        if (run.fetching?.step === step.id) return HANDED_OVER;
        run.tries = 0;
        const there = whoIsThere(run);
        const [only] = there;
        if (only === undefined) return turnAway(run, missing(step.team, run.world)!);
        return speakPick && there.length > 1 ? askWhich(run, speakPick(run), there) : fetchTeam(run, only);
      },
      offers: text => teams.some(team => bare(team) === bare(text)),
      answer(run, { choice, text }) {
        const there = teams.filter(isThere(run.world));
        const { language } = run.world.locale;
        const picked =
          choice === undefined ? understandChoice(text, there, language) : { value: teams[Number(choice)] };
        if ('value' in picked) {
          const team = typeof picked.value === 'number' ? there[picked.value] : picked.value;
          return there.includes(String(team)) ? fetchTeam(run, String(team)) : fetchAny(run);
        }
        run.tries++;
        if (run.tries >= MOST_TRIES || there.length < 2) return fetchAny(run);
        return askWhich(run, spoken(language, 'choice again'), there);
      },
      makes: (reply, world) =>
        'value' in understandChoice(reply.text, teams.filter(isThere(world)), world.locale.language)
          ? 'an answer'
          : 'no answer',
      // “Somebody of Sales, please” says which.
      answers: (reply, _, world) =>
        'value' in understandChoice(reply.text, teams.filter(isThere(world)), world.locale.language)
          ? reply
          : undefined,
      skip: fetchAny,
      waitedLong(run) {
        if (!tooLong || !speakTooLong) return WAIT;
        run.tell(step.id, { code: 'nobody came', after: durationWords(tooLong.after) });
        run.acts.push({ act: 'say', step: step.id, line: speakTooLong(run) });
        return goOn;
      },
    };
  },
};
