import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { deedKind } from './kind.ts';

/** Calls a service with what is known of the conversation. What it answers changes nothing. */
export const service = deedKind({
  deed: 'service',
  schema: z.strictObject({
    deed: z.literal('service'),
    url: z.union([
      z.literal(''),
      z.url({ protocol: /^https?$/, error: 'An address begins with https://.' }).max(1_000),
    ]),
  }),
  blank: () => ({ deed: 'service' as const, url: '' }),
  words: ({ url }) => [plain('call '), { value: url === '' ? '…' : url.split(/[?#]/)[0]! }],
  lacks: ({ url }) => url === '',
  done: z.object({ deed: z.literal('service'), url: z.string() }),
  doneWords: ({ url }) => `called ${url}`,
});
