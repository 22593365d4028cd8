import type { Who } from './entries/who.ts';

const isWord = /[\p{L}\p{N}]/u;

/**
 * The members who are mentioned in a note: by “@” and their name, or the first word of it where only one has that, however
 * it is written. Each once, in the order in which they are mentioned first.
 */
export function mentionedIn(text: string, members: readonly Who[]): Who[] {
  const low = text.toLowerCase();
  const firsts = members.map(({ name }) => firstName(name));
  const names = members.flatMap((member, at) => {
    const whole = { member, called: member.name.toLowerCase() };
    const first = firsts[at]!;
    return firsts.filter(one => one === first).length === 1 ? [whole, { member, called: first }] : [whole];
  });
  // The longest first: “@Priya Marlow” is not an “@Priya” of another.
  names.sort((a, b) => b.called.length - a.called.length);
  const found: Who[] = [];
  for (let at = low.indexOf('@'); at >= 0; at = low.indexOf('@', at + 1)) {
    // An address is no mention.
    if (at > 0 && isWord.test(low[at - 1]!)) continue;
    const named = names.find(
      ({ called }) =>
        called !== '' && low.startsWith(called, at + 1) && !isWord.test(low[at + 1 + called.length] ?? ' '),
    );
    if (named && !found.some(({ id }) => id === named.member.id))
      found.push({ id: named.member.id, name: named.member.name });
  }
  return found;
}

/** By what somebody is mentioned in short. */
export const firstName = (name: string): string => (name.trim().split(/\s+/)[0] ?? '').toLowerCase();
