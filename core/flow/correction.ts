import { type Fact, type FactType, fits, held, type Value } from '../facts/fact.ts';
import { answerKindOf, answerKinds } from './answers/registry.ts';
import type { World } from './world.ts';

/** Money is typed, and understood, as numbers are. */
const typedAs = (type: FactType): FactType => (type === 'money' ? 'number' : type);

const listed = (text: string): string[] =>
  text
    .split(',')
    .map(item => item.trim())
    .filter(Boolean);

/** What is meant by a text typed for a fact whose type says how it is understood: as a visitor’s answer would be. */
function understood(
  text: string,
  { type, choices = [] }: Pick<Fact, 'type' | 'choices'>,
  world: World,
): Value | undefined {
  const found = answerKinds.find(one => !('alone' in one) && one.keptAs[0] === typedAs(type));
  if (!found) return undefined;
  const kind = answerKindOf(found.type);
  const answer = kind.blank(choices.map((label, index) => ({ id: `choice-${index}`, label })));
  const meant = kind.understand(answer, { event: 'replied', text }, world);
  if (!('value' in meant)) return undefined;
  return kind.picked ? kind.picked(answer, meant.value).value : meant.value;
}

/**
 * What somebody of the team types for a fact, to correct it; undefined where it is no value of the fact’s type. Texts are
 * kept as they are, a list is typed with commas, and whoever types for a file types in vain.
 */
export function factTyped(typed: string, fact: Pick<Fact, 'type' | 'choices'>, world: World): Value | undefined {
  const text = typed.trim();
  const { type, choices = [] } = fact;
  if (text === '' || type === 'file') return undefined;
  const isAsItIs = type === 'text' || (type === 'choice' && choices.length === 0);
  const value = isAsItIs ? text : type === 'list' ? listed(text) : understood(text, fact, world);
  return value !== undefined && fits(value, type) ? held(value, type, world.locale.currency) : undefined;
}
