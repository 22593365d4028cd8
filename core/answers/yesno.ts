import { distance } from 'fastest-levenshtein';
import { bare, type Understanding } from './answer.ts';

const yes = new Set([
  'y',
  'yes',
  'yep',
  'yeah',
  'yea',
  'yup',
  'ya',
  'aye',
  'ok',
  'okay',
  'sure',
  'certainly',
  'absolutely',
  'definitely',
  'correct',
  'right',
  'true',
  'indeed',
  'please',
  'fine',
  'agreed',
  'of course',
  'go on',
  'go ahead',
  'i do',
  'we do',
  'i am',
  'we are',
  'it is',
  'i have',
  'why not',
  'sounds good',
  'you bet',
  'i think so',
  'ye',
  'that is right',
  'that s right',
  'thats right',
  'i guess so',
  '1',
  '👍',
]);
const no = new Set([
  'n',
  'no',
  'nope',
  'nah',
  'nay',
  'never',
  'negative',
  'false',
  'wrong',
  'not really',
  'not yet',
  'no way',
  'not now',
  'no thanks',
  'no thank you',
  'i do not',
  'i dont',
  'i don t',
  'we don t',
  'don t',
  'i am not',
  'it isn t',
  'not at all',
  'i haven t',
  'not sure no',
  'rather not',
  'i d rather not',
  '0',
  '👎',
]);

function lookUp(words: string): boolean | undefined {
  if (yes.has(words)) return true;
  if (no.has(words)) return false;
  return undefined;
}

/** Understands yes and no in many words: “yep”, “no thanks”, “yes we own it”, “👍”. “yes and no” is neither. */
export function understandYesNo(text: string): Understanding {
  const words = bare(text);
  const whole = lookUp(words || text.trim());
  if (whole !== undefined) return { value: whole };
  if (words === '') return { unclear: 'empty' };
  const list = words.split(' ');
  const found = new Set<boolean>();
  if (/\b(yes|yep|yeah|yup|aye)\b/.test(words)) found.add(true);
  if (/\b(no|nope|nah|never)\b/.test(words)) found.add(false);
  if (found.size === 1) return { value: found.has(true) };
  if (found.size === 2) return { unclear: 'no match' };
  const start = lookUp(list.slice(0, 2).join(' ')) ?? lookUp(list[0] as string);
  if (start !== undefined) return { value: start };
  if (list.length === 1 && words.length >= 3) {
    for (const [word, value] of [
      ['yes', true],
      ['yeah', true],
      ['nope', false],
    ] as const)
      if (distance(words, word) === 1) return { value };
  }
  return { unclear: 'no match' };
}
