import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { linkedLine } from './linked.ts';

describe('addresses in what is typed', () => {
  test.each<[string, Array<[string, string | undefined]>]>([
    [
      'See https://brackenrow.example/heat-pumps.',
      [
        ['See ', undefined],
        ['https://brackenrow.example/heat-pumps', 'https://brackenrow.example/heat-pumps'],
        ['.', undefined],
      ],
    ],
    [
      'Write to maya@example.org, please',
      [
        ['Write to ', undefined],
        ['maya@example.org', 'mailto:maya@example.org'],
        [', please', undefined],
      ],
    ],
    ['www.example.org', [['www.example.org', 'https://www.example.org']]],
  ])('“%s” are links', (text, spans) => {
    expect(linkedLine(text)).toEqual([
      spans.map(([words, link]) => (link === undefined ? { text: words } : { text: words, link })),
    ]);
  });

  test.each(['At ten.Then we see', 'javascript:alert(1)', 'data:text/html,x', 'file:///etc/passwd', 'No address here'])(
    '“%s” has none',
    text => expect(linkedLine(text)).toBeUndefined(),
  );

  test('whatever is typed, its words stay as they are, and links lead to the web or to mail', () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.string({ unit: 'grapheme' }), fc.webUrl(), fc.emailAddress(), fc.constant('\n')), {
          maxLength: 6,
        }),
        parts => {
          const text = parts.join(' ');
          const line = linkedLine(text);
          if (!line) return;
          expect(line.map(spans => spans.map(span => span.text).join('')).join('\n')).toBe(text);
          for (const { link } of line.flat()) if (link !== undefined) expect(link).toMatch(/^(https?:\/\/|mailto:)/i);
        },
      ),
    );
  });
});
