import { z } from 'zod';
import { plain, type Words } from '../../facts/words.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, lineFacts, lineReads } from '../line.ts';
import { Picture } from '../session.ts';
import type { StepKind } from './kind.ts';

export const Say = z.strictObject({
  id: Id,
  kind: z.literal('say'),
  line: Line,
  picture: Picture.optional(),
});
export type Say = z.infer<typeof Say>;

/** A line as part of a sentence, its facts marked. */
export function quoted(line: Line): Words {
  const inner = line.flatMap(
    (paragraph, index): Words => [
      ...(index > 0 ? [plain(' ')] : []),
      ...paragraph.map(span => ('fact' in span ? { fact: span.fact } : plain(span.text))),
    ],
  );
  return [plain('“'), ...inner, plain('”')];
}

/** Says a line, with a picture if there is one, and carries on. */
export const say: StepKind<Say> = {
  kind: 'say',
  purpose: 'Say a line',
  schema: Say,
  blank: id => ({ id, kind: 'say', line: [] }),
  words: step => [
    plain('Say '),
    ...quoted(step.line),
    ...(step.picture ? [plain(` with the picture “${step.picture.alt || 'not described'}”`)] : []),
  ],
  leads: () => [{}],
  waits: false,
  reads: step => lineReads(step.line),
  sets: () => [],
  check(step, around) {
    const unknown = lineFacts(step.line).filter(name => !around.facts.some(fact => fact.name === name));
    return [
      ...(isEmptyLine(step.line) && !step.picture
        ? [
            {
              code: 'empty line' as const,
              level: 'problem' as const,
              sentence: 'This line says nothing.',
              part: 'line',
            },
          ]
        : []),
      ...(step.picture && step.picture.alt.trim() === ''
        ? [
            {
              code: 'no description' as const,
              level: 'advice' as const,
              sentence: 'The picture has no description for people who cannot see it.',
              part: 'picture',
            },
          ]
        : []),
      ...unknown.map(name => ({
        code: 'no such fact' as const,
        level: 'problem' as const,
        sentence: `The line uses “${name}”, which is not a fact of this flow.`,
        part: 'line',
      })),
    ];
  },
  play(step, stage) {
    const speak = stage.speak(step.line);
    const on = stage.way(undefined);
    return {
      enter(run) {
        const line = speak(run);
        run.acts.push(
          step.picture
            ? { act: 'say', step: step.id, line, picture: step.picture }
            : { act: 'say', step: step.id, line },
        );
        return on;
      },
    };
  },
};
