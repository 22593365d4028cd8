import { type Channel, conditionWords, type Telling, type To, type WordPart, type Words } from '@kineta/core';
import { alertWordsOf } from './kinds.ts';

/** Who there is, by what they are called. */
export interface Called {
  team(id: string): string | undefined;
  member(id: string): string | undefined;
}

const list = new Intl.ListFormat('en-GB', { type: 'conjunction' });

const plain = (text: string): WordPart => ({ text });

/** Whom a telling names that is gone. */
export const isGone = (to: To, called: Called): boolean =>
  typeof to === 'object' &&
  (('team' in to && called.team(to.team) === undefined) || ('member' in to && called.member(to.member) === undefined));

/** How somebody who is told is called. */
export function toWords(to: To, concerned: string, called: Called): string {
  if (to === 'concerned') return concerned;
  if (to === 'everyone') return 'everybody';
  if (to === 'leads') return 'who leads';
  if ('address' in to) return to.address || 'an address';
  if ('team' in to) return called.team(to.team) ?? 'a team that is gone';
  return called.member(to.member) ?? 'somebody who is gone';
}

export const channelWords: Readonly<Record<Channel, string>> = {
  sound: 'sound',
  push: 'notification',
  mail: 'email',
};

const minutes = (count: number): string => (count === 1 ? 'a minute' : `${count} minutes`);

/** When an email goes. */
function mailingWords({ mailing }: Telling): string {
  if ('daily' in mailing) return `with all others of the day at ${mailing.daily}`;
  return mailing.after === 0 ? 'at once' : `when nobody has looked for ${minutes(mailing.after)}`;
}

/** A telling as one sentence. */
export function tellingWords(telling: Telling, called: Called): Words {
  const { when, concerned } = alertWordsOf(telling.of);
  const writes = telling.to.some(to => typeof to === 'object' && 'address' in to);
  const byMail = telling.channels.includes('mail') || writes;
  const others = telling.channels.filter(channel => channel !== 'mail').map(channel => channelWords[channel]);
  const mail = `by email ${mailingWords(telling)}${telling.transcript ? ', with what was said' : ''}`;
  const by = [...(others.length > 0 ? [`by ${list.format(others)}`] : []), ...(byMail ? [mail] : [])];
  return [
    plain(`When ${when}`),
    ...(telling.onlyIf ? [plain(', only if '), ...conditionWords(telling.onlyIf)] : []),
    plain(', tell '),
    ...telling.to.flatMap((to, index): WordPart[] => [
      ...(index > 0 ? [plain(index === telling.to.length - 1 ? ' and ' : ', ')] : []),
      { value: toWords(to, concerned, called) },
    ]),
    plain(by.length > 0 ? ` ${by.join(', and ')}.` : ' by nothing yet.'),
  ];
}
