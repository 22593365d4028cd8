import { z } from 'zod';
import { plain, type Words } from '../../facts/words.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, lineFacts, lineReads } from '../line.ts';
import { Picture } from '../shown.ts';
import type { StepFinding, StepKind, Surroundings } from './kind.ts';

export const Say = z.strictObject({
  id: Id,
  kind: z.literal('say'),
  line: Line,
  pictures: z.array(Picture).max(6).optional(),
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

/** What is wrong with a picture, for people who cannot see it. */
export function pictureFindings(picture: Picture, part: string): StepFinding[] {
  if (picture.alt.trim() !== '') return [];
  return [
    {
      code: 'no description',
      level: 'advice',
      sentence: 'The picture has no description for people who cannot see it.',
      part,
    },
  ];
}

/** What is wrong with the facts in a line: those that the flow does not know. */
export function lineFindings(line: Line, around: Surroundings, part: string): StepFinding[] {
  return lineFacts(line)
    .filter(name => !around.facts.some(fact => fact.name === name))
    .map(name => ({
      code: 'no such fact',
      level: 'problem',
      sentence: `The line uses “${name}”, which is not a fact of this flow.`,
      part,
    }));
}

/** Says a line, with pictures if there are any, and carries on. */
export const say: StepKind<Say> = {
  kind: 'say',
  purpose: 'Say a line',
  schema: Say,
  hasLine: true,
  blank: id => ({ id, kind: 'say', line: [] }),
  words: step => [
    plain('Say '),
    ...quoted(step.line),
    ...(step.pictures ?? []).map((picture, index) =>
      plain(`${index === 0 ? ' with the picture ' : ', '}“${picture.alt || 'not described'}”`),
    ),
  ],
  exits: () => [{}],
  waits: () => false,
  isBlank: ({ line, pictures }) => isEmptyLine(line) && !pictures?.length,
  reading: ({ line }) => ({ line }),
  reads: step => lineReads(step.line),
  sets: () => [],
  check(step, around) {
    return [
      ...(isEmptyLine(step.line) && !step.pictures?.length
        ? [
            {
              code: 'empty line' as const,
              level: 'problem' as const,
              sentence: 'This line says nothing.',
              part: 'line',
            },
          ]
        : []),
      ...(step.pictures ?? []).flatMap((picture, index) => pictureFindings(picture, `pictures.${index}`)),
      ...lineFindings(step.line, around, 'line'),
    ];
  },
  play(step, stage) {
    const speak = stage.speak(step.line);
    const on = stage.way(undefined);
    return {
      enter(run) {
        const line = speak(run);
        run.acts.push({
          act: 'say',
          step: step.id,
          line,
          ...(step.pictures?.length ? { pictures: step.pictures } : {}),
        });
        return on;
      },
    };
  },
};
