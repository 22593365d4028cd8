import { bare } from '../answers/answer.ts';
import { understandYesNo } from '../answers/yesno.ts';
import type { EntryBody } from '../conversation/entries/registry.ts';
import type { Reply } from '../flow/event.ts';
import { message, spoken } from '../messages/message.ts';
import { UNFINISHED_STEP } from './unfinished-step.ts';

/** What can be picked where somebody is asked what becomes of what they have not finished. */
const ways = { 'goes on': 'go on with it', begins: 'begin the other' } as const;
type Way = keyof typeof ways;
const all = Object.keys(ways) as Way[];

/** Asks what becomes of what is not finished: a question that is no step of a flow. @param flow that begins, where they want that */
export function unfinishedQuestion(speaker: string, flow: string, language: string): EntryBody {
  const choices = all.map(id => ({ id, label: message(language, ways[id]) }));
  const line = spoken(language, 'not finished yet');
  return { kind: 'asked', speaker, line, answer: { type: 'choice', choices }, step: UNFINISHED_STEP, offers: { flow } };
}

/**
 * What a reply to that says, picked or typed in the words of a button, or as yes or no; undefined where it is something else, which
 * the conversation takes for what it is.
 */
export function unfinishedAnswer({ text, choice }: Pick<Reply, 'text' | 'choice'>, language: string): Way | undefined {
  const named = all.find(way => way === choice) ?? all.find(way => bare(message(language, ways[way])) === bare(text));
  if (named) return named;
  const said = understandYesNo(text, language);
  return 'value' in said ? (said.value ? 'goes on' : 'begins') : undefined;
}
