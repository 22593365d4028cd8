import { describe, expect, test } from 'vitest';
import { PagePattern } from '../reach/page-pattern.ts';
import type { Asker, Audience } from './audience.ts';
import { blankArticle, joinedArticle, KeptArticle, withheldFrom } from './kept.ts';

const somebody: Asker = {
  site: '1',
  page: 'https://brackenrow.example/help?from=mail',
  language: 'en-GB',
  isKnown: false,
};
const article = { ...blankArticle, question: 'Dogs?', answer: 'On a lead.' };
const why = (more: Partial<KeptArticle>, asker: Partial<Asker> = {}) =>
  withheldFrom({ ...article, ...more }, { ...somebody, ...asker }, '2026-11-28');
const audience = (more: Partial<Audience>) => ({ audience: { ...article.audience, ...more } });

describe('an article', () => {
  test('that names nobody is for all', () => expect(why({})).toEqual([]));
  test.each([
    ['a draft', { draft: true }, 'draft'],
    ['begins later', { from: '2026-11-29' }, 'not yet'],
    ['has ended', { to: '2026-11-27' }, 'over'],
    ['is of another site', audience({ sites: ['2'] }), 'other site'],
    ['is of another page', audience({ pages: ['/heat-pumps*'] }), 'other page'],
    ['is of another host', audience({ pages: ['https://other.example/help'] }), 'other page'],
    ['is in another language', audience({ languages: ['de'] }), 'other language'],
    ['is for who is known', audience({ person: 'known' }), 'known only'],
  ])('that %s is not said', (_, more, code) => expect(why(more)).toEqual([code]));
  test('for strangers is not said to who is known', () => {
    expect(why(audience({ person: 'not known' }), { isKnown: true })).toEqual(['not known only']);
  });
  test('is said on its days, its page, in its language', () => {
    expect(
      why({
        from: '2026-11-28',
        to: '2026-11-28',
        ...audience({ sites: ['1'], pages: ['/prices', '/he*'], languages: ['en'], person: 'not known' }),
      }),
    ).toEqual([]);
  });
  test('is held against nothing that is not known', () => {
    const nobody = { site: null, page: null, language: null, isKnown: null };
    expect(why(audience({ sites: ['2'], pages: ['/x'], languages: ['de'], person: 'known' }), nobody)).toEqual([]);
  });
  test('tells all that keeps it back', () => {
    expect(why({ draft: true, ...audience({ sites: ['2'] }) })).toEqual(['draft', 'other site']);
  });
  test('with something still to be written in it stays a draft', () => {
    const begun = { ...article, answer: 'We come to [? places], see [the map](/map).' };
    expect(KeptArticle.safeParse(begun).error?.issues).toMatchObject([{ path: ['answer'] }]);
    expect(KeptArticle.safeParse({ ...begun, draft: true }).success).toBe(true);
    expect(KeptArticle.safeParse({ ...article, answer: 'See [the map](/map) [1].' }).success).toBe(true);
  });
  test('cannot end before it begins', () => {
    const { error } = KeptArticle.safeParse({ ...article, from: '2026-11-28', to: '2026-11-27' });
    expect(error?.issues).toMatchObject([{ path: ['to'], message: 'It ends before it begins.' }]);
  });
});

test.each(['/help', '/help*', '/:kind/prices', 'https://brackenrow.example/help*'])('%s is a page', page =>
  expect(PagePattern.safeParse(page).success).toBe(true),
);
test.each(['help', 'javascript:alert(1)', '/(', '', 'https://'])('“%s” is no page', page =>
  expect(PagePattern.safeParse(page).success).toBe(false),
);

test('two as one answer as the first, and are asked by all that both were', () => {
  const one = { ...article, wordings: ['May I bring my dog?'], tags: ['pets'] };
  const other = {
    ...article,
    question: 'Pets?',
    answer: 'No.',
    wordings: ['May I bring my dog?', 'Dogs?'],
    tags: ['boats'],
  };
  expect(joinedArticle(one, other)).toEqual({
    ...one,
    wordings: ['May I bring my dog?', 'Pets?'],
    tags: ['pets', 'boats'],
  });
});

test('an article may only begin a flow, and then says which', () => {
  const begins = {
    ...blankArticle,
    question: 'Book a visit',
    atOnce: true,
    flows: [{ label: 'Book', flow: 'Visits' }],
  };
  expect(KeptArticle.parse(begins)).toMatchObject({ answer: '', atOnce: true });
  const mistakeIn = (article: object) => KeptArticle.safeParse(article).error?.issues.map(({ path }) => path.join('.'));
  expect(mistakeIn({ ...begins, flows: [] })).toEqual(['flows']);
  expect(mistakeIn({ ...begins, atOnce: false })).toEqual(['answer']);
  expect(mistakeIn({ ...begins, flows: [...begins.flows, { label: 'Book', flow: 'Calls' }] })).toEqual(['flows']);
  // As one was kept before there were any.
  const { flows: _, atOnce: __, ...before } = { ...blankArticle, question: 'How far?', answer: 'Ten miles.' };
  expect(KeptArticle.parse(before)).toMatchObject({ flows: [], atOnce: false });
});
