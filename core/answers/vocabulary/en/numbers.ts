import type { Vocabulary } from '../vocabulary.ts';

/** Numbers and amounts in English. */
export const numbers: Pick<
  Vocabulary,
  | 'numbers'
  | 'dozen'
  | 'hundred'
  | 'fractions'
  | 'negative'
  | 'afterDigits'
  | 'bounding'
  | 'makesOther'
  | 'multipliers'
  | 'betweenNumbers'
  | 'joiningNumbers'
  | 'share'
  | 'nothing'
  | 'bounds'
  | 'besideAmounts'
> = {
  numbers: {
    zero: 0,
    none: 0,
    nought: 0,
    naught: 0,
    pair: 2,
    nil: 0,
    one: 1,
    two: 2,
    three: 3,
    four: 4,
    five: 5,
    six: 6,
    seven: 7,
    eight: 8,
    nine: 9,
    ten: 10,
    eleven: 11,
    twelve: 12,
    thirteen: 13,
    fourteen: 14,
    fifteen: 15,
    sixteen: 16,
    seventeen: 17,
    eighteen: 18,
    nineteen: 19,
    twenty: 20,
    thirty: 30,
    forty: 40,
    fifty: 50,
    sixty: 60,
    seventy: 70,
    eighty: 80,
    ninety: 90,
  },
  dozen: 'dozen',
  hundred: 'hundred',
  fractions: {
    half: ['half', 'halves'],
    quarter: ['quarter', 'quarters'],
    and: ['and'],
    article: ['a', 'an'],
    of: ['of'],
    point: ['point'],
  },
  negative: /(?:^|\s)(?:minus|negative)\s$/,
  afterDigits: /^(?:\s?[sx]\b|\s?(?:st|nd|rd|th|am|pm|a\.m|p\.m|o'?clock)(?![a-z]))/,
  bounding: /\b(?:no|not|never|nothing)\s+(?:more|less|fewer|over|above|under|below|higher|lower)(?:\s+than)?\b/g,
  makesOther:
    /\b(?:not|no|never|isn t|aren t|wasn t|don t|dont|doesn t|can t|won t|without|except|but|o|neither|couple|few|several|some|hundreds|thousands|millions|dozens|score|scores|(?:third|fifth|sixth|seventh|eighth|ninth|tenth|twelfth|hundredth)s?|many|lots|ish of|o clock|oclock|past|midnight|noon|jan|january|feb|february|march|april|june|july|aug|august|sept|september|oct|october|nov|november|dec|december|mon|monday|tue|tuesday|wed|wednesday|thursday|friday|saturday|sunday|today|tomorrow|yesterday|phone|mobile|tel|telephone|call me|ring me|postcode|zip|room|floor|apartment|suite|box|gate|platform|table|bus|route|level|channel|bit(?! (?:over|under|more|less|above|below))|foot|feet|inches|street|road|avenue|lane|flat|door|version|iphone|chapter|page|out of|in the morning|in the evening)\b/,
  multipliers: { k: 1e3, thousand: 1e3, grand: 1e3, m: 1e6, mn: 1e6, mil: 1e6, million: 1e6, billion: 1e9 },
  betweenNumbers: ['to', 'or', 'up to'],
  joiningNumbers: { before: /\b(?:between|from)\b[^\d]*$/, middle: 'and' },
  share: /\b(?:half|quarters?|thirds?) of (?:it|the|them|my|our|that|this|us|those|these)\b/,
  nothing: [
    'nothing',
    'nada',
    'zilch',
    'nought',
    'naught',
    'not any',
    'not a single one',
    'nothing at all',
    'none at all',
  ],
  bounds: [
    {
      words:
        /\b(?:no more than|not more than|not over|at most|up to|max|maximum|or (?:less|fewer|under|below|younger|smaller))\b/,
      towards: 'less',
      itself: true,
    },
    {
      words:
        /\b(?:no less than|no fewer than|not less than|not under|at least|min|minimum|from|(?:or|and) (?:more|over|above|up|older|bigger))\b|\+/,
      towards: 'more',
      itself: true,
    },
    { words: /\b(?:more than|over|above|older than|bigger than)\b/, towards: 'more', itself: false },
    { words: /\b(?:less than|fewer than|under|below|younger than|smaller than)\b/, towards: 'less', itself: false },
  ],
  besideAmounts: new Set(
    'about around roughly approx approximately circa just only maybe perhaps probably i we you think guess reckon say have has had got ve there are is it s its that the a an them of please thanks thank or so in total altogether all exactly nearly almost between for like would d be need want'.split(
      ' ',
    ),
  ),
};
