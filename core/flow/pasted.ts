import type { Id } from './id.ts';
import { lineOf } from './line.ts';
import type { Step } from './steps/registry.ts';

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
  for (const line of lines) {
    const { words, bullet } = unlisted(line.slice(0, LONGEST));
    if (words === '') continue;
    const last = steps.at(-1);
    const isQuestion = /[?？]["”’)]*$/.test(words);
    if (bullet && !isQuestion && last?.kind === 'ask') {
      const choices = last.answer.type === 'choice' ? last.answer.choices : [];
      if (choices.length < MOST_CHOICES)
        last.answer = { type: 'choice', choices: [...choices, { id: id(), label: words.slice(0, LONGEST_CHOICE) }] };
    } else if (isQuestion)
      steps.push({ id: id(), kind: 'ask', line: lineOf(words), answer: { type: 'short text' }, tries: 2 });
    else steps.push({ id: id(), kind: 'say', line: lineOf(words) });
  }
  return steps;
}
