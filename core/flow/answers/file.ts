import { z } from 'zod';
import { message } from '../../messages/message.ts';
import type { AnswerKind } from './kind.ts';

const kinds = {
  pictures: ['image/jpeg', 'image/png', 'image/webp', 'image/gif', 'image/heic'],
  documents: [
    'application/pdf',
    'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
    'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    'application/vnd.oasis.opendocument.text',
  ],
  sound: ['audio/mpeg', 'audio/mp4', 'audio/x-m4a', 'audio/ogg', 'audio/wav'],
  video: ['video/mp4', 'video/webm', 'video/quicktime'],
} as const;

/** The kinds of files that can be asked for. */
export const FileKind = z.enum(['pictures', 'documents', 'sound', 'video']);
export type FileKind = z.infer<typeof FileKind>;

/** No file is larger, whatever an ask allows. */
export const MOST_MEGABYTES = 15;

export const FileAnswer = z.strictObject({
  type: z.literal('file'),
  kinds: z.array(FileKind).min(1).max(4),
  mostMegabytes: z.int().min(1).max(MOST_MEGABYTES),
});
export type FileAnswer = z.infer<typeof FileAnswer>;

const accepted = (answer: FileAnswer): string[] => answer.kinds.flatMap(kind => [...kinds[kind]]);
const MEGABYTE = 1_024 * 1_024;

/** A file, kept as its identity and name. Its type is what its content is, not what its name says. */
export const file: AnswerKind<FileAnswer> = {
  type: 'file',
  schema: FileAnswer,
  blank: () => ({ type: 'file', kinds: ['pictures'], mostMegabytes: 10 }),
  alone: true,
  asksFor: 'a file',
  keptAs: ['file'],
  again(answer, unclear, { locale: { language } }) {
    if (unclear === 'too large') return message(language, 'file too large', { megabytes: answer.mostMegabytes });
    if (unclear === 'wrong file') return message(language, 'wrong file', { kinds: answer.kinds });
    return message(language, 'file again');
  },
  shown: answer => ({ type: 'file', accept: accepted(answer), mostBytes: answer.mostMegabytes * MEGABYTE }),
  understand(answer, { file: given }) {
    if (!given) return { unclear: 'empty' };
    if (!accepted(answer).includes(given.type)) return { unclear: 'wrong file' };
    if (given.size > answer.mostMegabytes * MEGABYTE) return { unclear: 'too large' };
    return { value: `${given.id}/${given.name}` };
  },
  check: () => [],
};
