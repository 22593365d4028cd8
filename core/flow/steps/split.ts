import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { share } from '../dice.ts';
import { Id } from '../id.ts';
import { type StepKind, wayWords } from './kind.ts';

export const Split = z.strictObject({
  id: Id,
  kind: z.literal('split'),
  /** Each way with its part of the visitors; the parts are taken of their sum. */
  ways: z
    .array(z.strictObject({ share: z.int().min(0).max(1_000), to: Id.optional() }))
    .min(2)
    .max(10),
});
export type Split = z.infer<typeof Split>;

const total = (step: Split): number => step.ways.reduce((sum, way) => sum + way.share, 0);

function percent(step: Split, part: number): string {
  return `${Math.round((part / (total(step) || 1)) * 100)}%`;
}

/** Sends each visitor one of several ways, by share. One visitor is always sent the same way by the same step. */
export const split: StepKind<Split> = {
  kind: 'split',
  purpose: 'Send visitors different ways, by share',
  schema: Split,
  blank: id => ({ id, kind: 'split', ways: [{ share: 50 }, { share: 50 }] }),
  words: (step, around) =>
    step.ways.flatMap((way, index) => [
      plain(`${index === 0 ? 'Of all visitors, let ' : '; let '}${percent(step, way.share)} `),
      ...wayWords(way.to, around),
    ]),
  exits: step =>
    step.ways.map((way, index) => ({ scene: way.to, label: percent(step, way.share), part: `ways.${index}` })),
  waits: () => false,
  reads: () => [],
  sets: () => [],
  check: step =>
    total(step) > 0
      ? []
      : [{ code: 'no way on', level: 'problem', sentence: 'No way has a share of the visitors.', part: 'ways' }],
  play(step, stage) {
    const all = total(step);
    const ways = step.ways.map(way => ({ share: way.share / (all || 1), next: stage.way(way.to) }));
    return {
      enter(run) {
        let left = share(`${run.world.visitor} ${step.id}`);
        for (const way of ways) {
          if (left < way.share) return way.next;
          left -= way.share;
        }
        return ways.at(-1)!.next;
      },
    };
  },
};
