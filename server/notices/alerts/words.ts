import { alertWords, letterWords } from '@kineta/core';
import type { Directory } from '../../house/ports.ts';

/** What members are told of something, in a sentence. */
export function saysOf(
  { kind, text, byId }: { kind: string; text: string; byId: string | null },
  called: string,
  { workspace: { language }, members }: Directory,
): string {
  const visitor = called || letterWords(language, 'a visitor');
  const by = byId === null ? '' : (members.get(byId)?.name ?? '');
  return alertWords(language, kind, { visitor, by, text }) ?? letterWords(language, 'something newer', { visitor });
}
