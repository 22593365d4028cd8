import { z } from 'zod';

/** From which confidence on what is found is said, and from which it is asked whether it was meant. */
export const Thresholds = z
  .strictObject({ answer: z.number().min(0.05).max(0.99), meant: z.number().min(0.01).max(0.99) })
  .refine(({ answer, meant }) => meant <= answer, {
    path: ['meant'],
    message: 'What is said without asking back has to be surer than what is asked back about.',
  });
export type Thresholds = z.infer<typeof Thresholds>;

/**
 * As they are to begin with. Of what the fourteen businesses that finding is learnt from are asked, each found by what was learnt from the
 * others, three of four answers at half and above are right (`learning/learning.test.ts` holds that).
 */
export const usualThresholds: Thresholds = { answer: 0.5, meant: 0.2 };

/** Two or three are asked about; more would be a list to read. */
const MOST_MEANT = 3;

/** What is done with what was found: it is said, it is asked which was meant, or nobody here knows. */
export type Decision =
  | { kind: 'answer'; id: string }
  | { kind: 'did you mean'; ids: readonly string[] }
  | { kind: 'not known' };

/** @param found the best first */
export function decide(
  found: ReadonlyArray<{ id: string; confidence: number }>,
  { answer, meant }: Thresholds = usualThresholds,
): Decision {
  const [best] = found;
  if (best && best.confidence >= answer) return { kind: 'answer', id: best.id };
  const near = found.slice(0, MOST_MEANT);
  const together = near.reduce((sum, { confidence }) => sum + confidence, 0);
  // One alone is asked about as well, when it stands out: “did you mean this?”
  if (best && best.confidence >= meant && together >= Math.min(answer, usualThresholds.answer))
    return { kind: 'did you mean', ids: near.filter(({ confidence }) => confidence >= meant / 2).map(({ id }) => id) };
  return { kind: 'not known' };
}
