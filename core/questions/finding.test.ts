import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Article } from './article.ts';
import { Finder } from './finding.ts';
import { meaningOf } from './meaning.ts';
import { clausesOf, wordsOf } from './words.ts';

const article = (id: string, question: string, answer: string, more: Partial<Article> = {}): Article => ({
  id,
  question,
  answer,
  ...more,
});
const articles = [
  article('price', 'What does a boat trip cost?', '£18, and half for those under twelve.'),
  article('length', 'How long does a trip take?', 'Ninety minutes, with a stop at the island.'),
  article('cancel', 'Can I cancel my ticket?', 'Until the evening before, without any cost.'),
  article('dogs', 'May I bring my dog?', 'On a lead, on the upper deck.'),
  article('pier', 'Where do the boats leave?', 'From pier four, behind the fish market.'),
  article('rain', 'Do the boats go when it rains?', 'Yes. Half of each deck has a roof.'),
];
const finder = new Finder(articles, 'en-GB');
const first = (asked: string, before: readonly string[] = []) => finder.find(asked, before)[0]?.id;

describe('what is asked', () => {
  test('in other words is found by what they ask for', () => {
    expect(first('how much is it')).toBe('price');
    expect(first('duration')).toBe('length');
    expect(first('we have changed our minds, can we get our money back')).toBe('cancel');
    expect(first('is our poodle allowed on board')).toBe('dogs');
    expect(first('what is the address')).toBe('pier');
  });
  test('by a rambling message is found in what it asks', () => {
    expect(
      first(
        'hi there, my sister and i are coming over on sunday with the kids, and she never goes anywhere without her dog',
      ),
    ).toBe('dogs');
  });
  test('behind another question is asked of what that was about', () => {
    expect(first('and how long', ['What does a boat trip cost?'])).toBe('length');
    expect(first('and for a dog?', ['What does a boat trip cost?'])).toBe('dogs');
  });
  test('in a wording of its own is that article', () => {
    const worded = [...articles, article('bikes', 'Bicycles', 'In the bow, for £4.', { wordings: ['velocipedes'] })];
    expect(new Finder(worded, 'en').find('velocipedes')[0]!.id).toBe('bikes');
    // Word for word there is nothing to guess, whatever it means, and whatever was asked before.
    const odd = new Finder([...articles, article('x', 'The qxv', 'It is.', { wordings: ['qxv gnarlwood'] })], 'en');
    for (const asked of ['qxv gnarlwood', 'QXV gnarlwood?!']) {
      const [found] = odd.find(asked, ['how much is it']);
      expect(found!.id).toBe('x');
      expect(found!.confidence).toBeGreaterThan(0.9);
    }
    const twice = new Finder([article('a', 'Dogs?', 'Yes.'), article('b', 'Dogs?', 'No.')], 'en').find('dogs');
    expect(twice[0]!.confidence).toBeCloseTo(twice[1]!.confidence);
  });
  test('of something else is less sure than what is answered', () => {
    const sure = (asked: string) => finder.find(asked)[0]!.confidence;
    expect(sure('who won the match last night')).toBeLessThan(sure('may i bring a dog'));
    expect(sure('asdfgh')).toBeLessThan(0.2);
  });
});

describe('why an article was found', () => {
  const reason = (asked: string, id: string) => finder.reasonOf(asked, id);
  test('is told in the words of both', () => {
    expect(reason('how much for a boat', 'price')).toEqual({
      words: ['boat'],
      near: [{ asked: 'how much', told: 'cost' }],
      wording: null,
      mended: [],
    });
  });
  test('is told once by two words, whatever they both tell of', () => {
    const noise = new Finder([article('noise', 'How loud is the outside unit?', '38 decibels.')], 'en');
    const { near } = noise.reasonOf('how noisy is it', 'noise')!;
    expect(near).toContainEqual({ asked: 'noisy', told: 'loud' });
    expect(new Set(near.map(({ asked, told }) => `${asked} ${told}`)).size).toBe(near.length);
  });
  test('is told with the nearest wording, and with what was read otherwise', () => {
    const means = (x: number, y: number) => meaningOf([x, y]);
    const worded = [article('dogs', 'Dogs?', 'On a lead.', { wordings: ['May the terrier come?'] })];
    const meanings = new Map([
      ['Dogs?', means(1, 0)],
      ['May the terrier come?', means(0, 1)],
      ['Dogs? On a lead.', means(1, 1)],
      ['my terier', means(0.1, 1)],
    ]);
    const of = (text: string) => meanings.get(text);
    const withAids = new Finder(worded, 'en', { meaningOf: of, isWord: word => word === 'may' });
    const { wording, mended, words } = withAids.reasonOf('my terier', 'dogs', of)!;
    expect(wording?.text).toBe('May the terrier come?');
    expect(wording?.likeness).toBeGreaterThan(0.9);
    expect(mended).toEqual([{ typed: 'terier', read: 'terrier' }]);
    expect(words).toEqual(['terrier']);
  });
  test('is not told of one that is not there', () => expect(reason('how much', 'nowhere')).toBeUndefined());
});

test('without the meaning of one text, words alone are gone by', () => {
  const none = new Finder(articles, 'en', {
    meaningOf: text => (text.includes('Ninety') ? undefined : meaningOf([1, 0])),
  });
  expect(none.find('how much is it', [], () => meaningOf([1, 0]))).toEqual(finder.find('how much is it'));
});

test('in a language that we know nothing of goes by its words', () => {
  const polish = new Finder(
    [article('1', 'Ile kosztuje bilet?', '20 zł'), article('2', 'Gdzie jest port?', 'Tam.')],
    'pl',
  );
  expect(polish.find('bilet')[0]!.id).toBe('1');
});

test('whatever is typed, every article has a confidence, all together at most one, the same each time', () => {
  fc.assert(
    fc.property(fc.oneof(fc.string(), fc.string({ unit: 'grapheme' }), fc.constant('😀'.repeat(3_000))), asked => {
      const found = finder.find(asked, [asked]);
      expect(found.map(({ id }) => id).sort()).toEqual(articles.map(({ id }) => id).sort());
      expect(found.reduce((sum, { confidence }) => sum + confidence, 0)).toBeLessThanOrEqual(1 + 1e-9);
      for (const { confidence } of found) expect(confidence).toBeGreaterThanOrEqual(0);
      expect(finder.find(asked, [asked])).toEqual(found);
    }),
  );
  expect(new Finder([], 'en').find('anything')).toEqual([]);
});

describe('a message', () => {
  test('is words without what is around them', () => {
    expect(wordsOf('The dog’s £5 “ticket”, 20% off!')).toEqual(['the', 'dog', '£5', 'ticket', '20%', 'off']);
  });
  test('falls into clauses when it is long', () => {
    expect(clausesOf('how much is it')).toEqual([]);
    expect(clausesOf('hello, we live far away, and would like to know how long it takes')).toContain(
      'and would like to know how long it takes',
    );
  });
});

test.each([
  ['de', 'Wo legen die Boote ab?', 'wo legt das Boot ab', 'Was kostet eine Fahrt?'],
  ['nl', 'Waar vertrekken de boten?', 'waar vertrekt de boot', 'Wat kost een kaartje?'],
  ['it', 'Da dove partono le barche?', 'da dove parte la barca', 'Quanto costa il biglietto?'],
  ['sv', 'Var lägger båtarna till?', 'var lägger båten till', 'Vad kostar en biljett?'],
  ['ru', 'Откуда отходят лодки?', 'откуда отходит лодка', 'Сколько стоит билет?'],
  ['tr', 'Tekneler nereden kalkıyor?', 'tekne nereden kalkar', 'Bilet ne kadar?'],
  ['hi', 'नावें कहाँ से चलती हैं?', 'नाव कहाँ से चलती है', 'टिकट कितने का है?'],
  ['ja', '船はどこから出ますか', '船の乗り場はどこ', '切符はいくらですか'],
  ['th', 'เรือออกจากที่ไหน', 'เรือออกที่ไหน', 'ตั๋วราคาเท่าไร'],
])(
  'in %s other forms of a word are the same, and words are told apart without spaces',
  (language, boats, asked, price) => {
    const finder = new Finder(
      [
        { id: 'price', question: price, answer: '18.' },
        { id: 'boats', question: boats, answer: '4.' },
      ],
      language,
    );
    expect(finder.find(asked)[0]).toMatchObject({ id: 'boats' });
  },
);
