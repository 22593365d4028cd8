import { BeforeChat, type BeforeFinding, beforeFindings } from '@kineta/core';
import { writingStore } from '../writing.ts';

/** What is asked before the chats of sites, as it is being written. */
export const useBefore = writingStore<BeforeChat>();

/** What of it cannot be asked like that, or could be better, by the identity of a detail or the name of a part. */
export function foundIn(draft: BeforeChat, language: string): BeforeFinding[] {
  const read = BeforeChat.safeParse(draft);
  const unread = (read.error?.issues ?? []).map(({ path: [part, at], message }): BeforeFinding => {
    const detail = part === 'details' && typeof at === 'number' ? draft.details[at]?.id : undefined;
    return { code: 'empty line', level: 'problem', at: detail ?? String(part), sentence: message };
  });
  return [...unread, ...beforeFindings(read.data ?? draft, language)];
}
