import type { RuleCase } from '@kineta/contract';
import { spanWords } from '../ui/time.ts';

const because: Record<Exclude<NonNullable<RuleCase['silent']>, 'ended'>, string> = {
  condition: 'What it asks for did not hold at that moment: it stays silent.',
  'person wrote': 'A person had written there: it does not speak in between.',
  'spoke enough': 'Rules had spoken often enough by then: it stays silent.',
  'acted enough': 'Rules had acted often enough in this conversation: it stays silent.',
  'under way': 'The flow went on by itself just then: it looks again a minute later.',
  'nothing to do':
    'There was nothing of it to do: some is said only to who has written, and how it went is asked once.',
};

/** What would have become of a rule, as a sentence. */
export function caseWords({ since, at, part, silent, ended }: RuleCase): string {
  const after = spanWords(Date.parse(at) - Date.parse(since));
  if (silent === 'ended') return `${ended ?? 'It was over.'} That was ${after} later: it stays silent.`;
  if (silent) return because[silent];
  if (part > 0) return `Still so, ${after} after it began: it does what comes then.`;
  return Date.parse(at) <= Date.parse(since) ? 'It acts at once.' : `Still so ${after} later: it acts.`;
}
