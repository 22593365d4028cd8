import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, lineReads, lineText } from '../line.ts';
import type { StepFinding, StepKind } from './kind.ts';
import { lineFindings, quoted } from './say.ts';

export const Notify = z.strictObject({
  id: Id,
  kind: z.literal('notify'),
  /** The team that is told; everyone when absent. */
  team: z.string().min(1).max(100).optional(),
  line: Line,
});
export type Notify = z.infer<typeof Notify>;

/** Tells the members of a team in the studio, wherever they are in it, and carries on. */
export const notify: StepKind<Notify> = {
  kind: 'notify',
  purpose: 'Tell colleagues in the studio',
  schema: Notify,
  hasLine: true,
  blank: id => ({ id, kind: 'notify', line: [] }),
  words: step => [
    plain('Tell '),
    ...(step.team ? [{ team: step.team }] : [plain('everyone')]),
    plain(' in the studio '),
    ...quoted(step.line),
  ],
  exits: () => [{}],
  waits: () => false,
  teams: ({ team }) => (team ? [team] : []),
  reads: step => lineReads(step.line),
  sets: () => [],
  check(step, around) {
    const findings: StepFinding[] = lineFindings(step.line, around, 'line');
    if (isEmptyLine(step.line))
      findings.push({ code: 'empty line', level: 'problem', sentence: 'Colleagues are told nothing.', part: 'line' });
    if (step.team && around.teams && !around.teams.includes(step.team))
      findings.push({
        code: 'no such team',
        level: 'problem',
        sentence: `There is no team called “${step.team}”.`,
        part: 'team',
      });
    return findings;
  },
  play(step, stage) {
    const speak = stage.speak(step.line);
    const on = stage.way(undefined);
    return {
      enter(run) {
        run.acts.push({ act: 'notify', step: step.id, team: step.team ?? null, text: lineText(speak(run)) });
        return on;
      },
    };
  },
};
