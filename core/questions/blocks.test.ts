import fc from 'fast-check';
import { expect, test } from 'vitest';
import { AnswerBlock, answerBlocks, blocksText } from './blocks.ts';

test('an answer is shown in its parts: words, lists, tables, code, quotes and pictures', () => {
  const answer = `From **£9,500**, *fitted*, see [costs](/costs).

1. The unit
2. The \`cylinder\`

| Home | Price |
| --- | --- |
| Flat | £9,500 |

> As agreed.

![The unit](/w/pictures/1)

    as it stands`;
  expect(answerBlocks(answer)).toEqual([
    {
      says: [
        { text: 'From ' },
        { text: '£9,500', strong: true },
        { text: ', ' },
        { text: 'fitted', emphasis: true },
        { text: ', see ' },
        { text: 'costs', link: '/costs' },
        { text: '.' },
      ],
    },
    {
      list: [[{ says: [{ text: 'The unit' }] }], [{ says: [{ text: 'The ' }, { text: 'cylinder', code: true }] }]],
      from: 1,
    },
    {
      table: [
        [[{ text: 'Home' }], [{ text: 'Price' }]],
        [[{ text: 'Flat' }], [{ text: '£9,500' }]],
      ],
    },
    { quote: [{ says: [{ text: 'As agreed.' }] }] },
    { picture: { src: '/w/pictures/1', alt: 'The unit' } },
    { code: 'as it stands' },
  ]);
  expect(blocksText(answerBlocks(answer))).toBe(
    'From £9,500, fitted, see costs.\n– The unit\n– The cylinder\nHome · Price\nFlat · £9,500\nAs agreed.\nThe unit\nas it stands',
  );
});

test('what could run in a page is text, or nothing', () => {
  expect(answerBlocks('Look <script>alert(1)</script> [here](javascript:alert(1)) ![x](javascript:1)')).toEqual([
    {
      says: [
        { text: 'Look ' },
        { text: '<script>' },
        { text: 'alert(1)' },
        { text: '</script>' },
        { text: ' ' },
        { text: 'here' },
        { text: ' ' },
        { text: 'x' },
      ],
    },
  ]);
});

test('whatever is written, its parts are what may be shown', () => {
  const written = fc.array(
    fc.constantFrom('- ', '> ', '1. ', '**', '_', '|', '\n', '\n\n', '    ', 'a', '😀', '[x](y)', '<b>'),
    {
      maxLength: 60,
    },
  );
  fc.assert(
    fc.property(written, parts => {
      const blocks = answerBlocks(parts.join(''));
      expect(AnswerBlock.array().parse(JSON.parse(JSON.stringify(blocks)))).toEqual(blocks);
    }),
  );
});
