import { blankArticle } from '@kineta/core';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { writtenOut } from '../written-out.ts';
import { Unreadable } from './document.ts';
import { LARGEST, partsOf } from './readers.ts';
import { docx, pdf, samples, wordParagraph } from './tests/documents.ts';

const buffer = (content: string | Buffer): Buffer => (typeof content === 'string' ? Buffer.from(content) : content);
const pairs = async (content: string | Buffer, name: string, more: { type?: string; base?: string } = {}) =>
  (await partsOf(buffer(content), { name, ...more })).map(({ question, answer }) => [question, answer]);

describe('what a document answers is found, whole and no longer than it is', () => {
  test.each(samples)('$name', async ({ name, content, pairs: expected }) => {
    expect(await pairs(await content, name)).toEqual(expected);
  });
});

describe('a document', () => {
  test('is known by how it begins, where its name says nothing', async () => {
    const word = await docx(wordParagraph('Q: Why?') + wordParagraph('A: So.'));
    expect(await pairs(word, 'download')).toEqual([['Why?', 'So.']]);
    expect(await pairs('<h2>Why?</h2><p>So.</p>', 'download')).toEqual([['Why?', 'So.']]);
    expect(await pairs('Q: Why?\nA: So.', 'download')).toEqual([['Why?', 'So.']]);
  });
  test('is read in the encoding that it is sent or says itself to be in, else as it can be', async () => {
    const latin = Buffer.from('<p><b>Où?</b> Café £5.</p><p><b>Quand?</b> Là.</p>', 'latin1');
    const read = [
      ['Où?', 'Café £5.'],
      ['Quand?', 'Là.'],
    ];
    expect(await pairs(latin, 'a.html', { type: 'text/html; charset=iso-8859-1' })).toEqual(read);
    expect(await pairs(Buffer.concat([Buffer.from('<meta charset="latin1">'), latin]), 'a.html')).toEqual(read);
    expect(await pairs(latin, 'a.html')).toEqual(read);
    const wide = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from('Q: Où?\nA: Là.', 'utf16le')]);
    expect(await pairs(wide, 'a.txt')).toEqual([['Où?', 'Là.']]);
  });
  test('has its links made whole, and those that lead nowhere else are words', async () => {
    const html =
      '<h2>Where?</h2><p><a href="map#x">Here</a>, <a href="#y">below</a>, <a href="javascript:alert(1)">there</a>.</p>';
    expect(await pairs(html, 'a.html', { base: 'https://brackenrow.example/help/' })).toEqual([
      ['Where?', '[Here](https://brackenrow.example/help/map#x), below, there.'],
    ]);
  });
  test('is read whole, whatever its parts are called, without what is said around them', async () => {
    const html = `<div class="page with-sidebar"><h2>What first?</h2><p>Close all windows first.</p><p>Share prices are on the wall.</p>
      <p>Last updated 3 May 2026</p><h2>Is it on?</h2><p>Yes</p><div class="share-buttons">Share this page on Chatter</div></div>`;
    expect(await pairs(html, 'a.html')).toEqual([
      ['What first?', 'Close all windows first.\n\nShare prices are on the wall.'],
      ['Is it on?', 'Yes'],
    ]);
  });
  test('with script in it is read without', async () => {
    const html = '<h2>Why?</h2><p>So.<script>alert(1)</script><img src=x onerror=alert(1)></p><style>p{}</style>';
    const [[, answer]] = (await pairs(html, 'a.html')) as [[string, string]];
    expect(answer).not.toMatch(/alert|onerror|script/);
  });
  test('that asks nothing is passages under their headings', async () => {
    const prose = 'We have built boats on this shore since 1890, and every one of them is still afloat today.';
    const found = await partsOf(buffer(`<h1>The yard</h1><p>${prose}</p><h2>Today</h2><p>${prose}</p>`), {
      name: 'a.html',
    });
    expect(found).toEqual([
      { kind: 'passage', question: '', answer: prose, heading: 'The yard' },
      { kind: 'passage', question: '', answer: prose, heading: 'Today' },
    ]);
  });
});

describe('what cannot be read is refused in a sentence', () => {
  const refused = (content: Buffer, name: string) => expect(partsOf(content, { name })).rejects;
  test('because it is too large', () =>
    refused(Buffer.alloc(LARGEST + 1_048_576), 'a.html').toThrow(
      'This document has 21 MB; at most 20 MB can be read.',
    ));
  test('because it holds pictures of pages', () =>
    refused(pdf([[]]), 'a.pdf').toThrow(/pictures of pages and no text/));
  test('because it is damaged', async () => {
    await refused(Buffer.from('%PDF-1.4 nothing'), 'a.pdf').toThrow(/may be damaged/);
    await refused(Buffer.from('PK\u0003\u0004 nothing'), 'a.docx').toThrow(/cannot be opened/);
    await refused(Buffer.from('{"a":'), 'a.json').toThrow('This is not valid JSON.');
  });
  test('because it is a table without questions', () =>
    refused(Buffer.from('name,age\nIvo,7\n'), 'a.csv').toThrow(/no columns for questions and answers/));
  test('because it is nested without end', () =>
    refused(Buffer.from(`${'<div>'.repeat(10_000)}Why?`), 'a.html').toThrow(
      'This document is nested too deeply to be read.',
    ));
  test('because it is none of them', () =>
    refused(Buffer.from([0, 1, 2, 3]), 'a.bin').toThrow(/none of the documents/));
});

test('whatever a document holds, it is read to something or refused in a sentence', async () => {
  const markup = fc.constantFrom(
    '<h2>',
    '</h2>',
    '<p>',
    '<b>',
    '</b>',
    '<ul><li>',
    '<table><tr><td>',
    '<dl><dt>',
    '<dd>',
    '<details><summary>',
    'Q: ',
    'A: ',
    'Why?',
    ' So. ',
    '\n\n',
    '1. ',
    '- ',
    '&amp',
    '<',
  );
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.oneof(markup, fc.string({ unit: 'grapheme' })), { maxLength: 40 }),
      fc.constantFrom('a.html', 'a.md', 'a.txt', 'a.csv', 'a.json'),
      async (pieces, name) => {
        try {
          for (const { kind, question, answer } of await partsOf(Buffer.from(pieces.join('')), { name })) {
            expect(answer).not.toBe('');
            expect(question === '').toBe(kind === 'passage');
          }
        } catch (error) {
          expect(error).toBeInstanceOf(Unreadable);
        }
      },
    ),
  );
});

test('what is written out is read again as it was', async () => {
  const answers = [
    [
      'May I bring my dog?',
      'On a **lead**, on the [upper deck](https://boats.example/deck).\n\n- small ones inside\n- none at the bar',
    ],
    ['What does it cost?', '| Who | Price |\n| --- | --- |\n| Adult | £18 |\n| Child | £9 |'],
    ['Is it dry?', '- mostly\n- =not in March'],
  ] as const;
  const articles = answers.map(([question, answer]) => ({ ...blankArticle, question, answer }));
  for (const { ending, write } of Object.values(writtenOut)) {
    const parts = await partsOf(Buffer.from(write(articles)), { name: `answers.${ending}` });
    expect(parts.map(({ question }) => question)).toEqual(answers.map(([question]) => question));
    const plain = (text: string) => text.replace(/[*|\\-]|\s/g, '');
    expect(parts.map(({ answer }) => plain(answer))).toEqual(answers.map(([, answer]) => plain(answer)));
  }
});
