import { createHash } from 'node:crypto';
import { LONGEST_REPLY } from '@kineta/contract';
import { cut, message, wellFormed } from '@kineta/core';
import EmailReplyParser from 'email-reply-parser';
import type { ParsedMail } from 'mailparser';

/** So much of a letter is looked at; what was quoted stands below what is new. */
const MOST_READ = 20_000;

/** Whether a letter was written by nobody: a bounce, an out-of-office reply, a list (RFC 3834, 2). */
export function isAutomatic({ headers }: ParsedMail, from: string): boolean {
  if (from === '') return true;
  const said = (name: string): string => String(headers.get(name) ?? '').toLowerCase();
  if (said('auto-submitted') !== '' && said('auto-submitted') !== 'no') return true;
  return /bulk|junk|list/.test(said('precedence')) || headers.has('x-autoreply') || headers.has('list-id');
}

/** By what a letter is known: the same when it comes twice. */
export function identityOf({ messageId, date, text }: ParsedMail): string {
  const own = messageId ?? `${date?.toISOString() ?? ''} ${text ?? ''}`;
  return `mail-${createHash('sha256').update(own).digest('hex').slice(0, 32)}`;
}

/**
 * What somebody wrote in a letter, without what it quotes and what stands beneath it; what is too long is cut. Files are not
 * kept, which is said. Undefined where there is nothing.
 */
export function answerIn({ text = '', attachments }: ParsedMail, language: string): string | undefined {
  const read = cut(text.replaceAll('\r\n', '\n'), MOST_READ);
  const own = new EmailReplyParser().parseReply(read).trim();
  const files = attachments.filter(({ related }) => !related).length;
  const said = [own, ...(files > 0 ? [message(language, 'attached to a letter', { count: files })] : [])]
    .filter(Boolean)
    .join('\n\n');
  return said === '' ? undefined : (wellFormed(cut(said, LONGEST_REPLY)) as string);
}
