import { briefAnswer, choiceOf } from './answers/registry.ts';
import type { Id } from './id.ts';
import { lineOf } from './line.ts';
import type { Ask } from './steps/ask.ts';
import { type Step, usualKinds } from './steps/registry.ts';

const BULLET = /^\s*(?:[-*•–—‣◦]|\(?[a-z]\)|[a-z][.)]\s)\s*(.+)$/i;
const NUMBER = /^\s*(?:\d{1,3}[.):]|#+)\s+(.+)$/;
const LONGEST = 1_000;
const MOST_CHOICES = 20;
const LONGEST_CHOICE = 60;

/** The words of a line without what numbers it in a list. */
function unlisted(line: string): { words: string; bullet: boolean } {
  const bullet = BULLET.exec(line);
  if (bullet) return { words: bullet[1]!.trim(), bullet: true };
  return { words: (NUMBER.exec(line)?.[1] ?? line).trim(), bullet: false };
}

/**
 * Steps from a plain list, as people keep them in a document: a line that asks becomes a question, any other line is
 * said, and points under a question are what may be picked. Numbers and bullets in front are left out.
 * @returns nothing for a single line, which is just text
 */
export function stepsFromText(text: string, id: () => Id): Step[] {
  const lines = text.split(/\r?\n/).filter(line => line.trim() !== '');
  if (lines.length < 2) return [];
  const steps: Step[] = [];
  // The question that points below it belong to.
  let asking: Ask | undefined;
  for (const line of lines) {
    const { words, bullet } = unlisted(line.slice(0, LONGEST));
    if (words === '') continue;
    const isQuestion = /[?？]["”’)]*$/.test(words);
    if (bullet && !isQuestion && asking) {
      const choices = 'choices' in asking.answer ? asking.answer.choices : [];
      if (choices.length < MOST_CHOICES)
        asking.answer = choiceOf([...choices, { id: id(), label: words.slice(0, LONGEST_CHOICE) }]);
    } else if (isQuestion) {
      asking = { ...usualKinds.question.blank(id()), line: lineOf(words), answer: briefAnswer };
      steps.push(asking);
    } else {
      asking = undefined;
      steps.push({ ...usualKinds.line.blank(id()), line: lineOf(words) });
    }
  }
  return steps;
}
