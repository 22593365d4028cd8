import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { understandEmail, understandPhone } from './address.ts';
import { bare, tidy } from './answer.ts';
import { understandChoice, understandSeveral } from './choice.ts';
import { understandDate } from './date.ts';
import { understandNumber } from './number.ts';
import { understandYesNo } from './yesno.ts';

test('what is tidy already comes out as any other text does', () => {
  // A word joiner is no part of what is meant, and takes the text the long way round.
  fc.assert(
    fc.property(fc.string({ unit: fc.constantFrom(..."aZ09 .,£'-\t") }), text => {
      expect(tidy(text)).toBe(tidy(`\u2060${text}`));
      expect(bare(text)).toBe(bare(`\u2060${text}`));
    }),
  );
});

describe('numbers as people write them', () => {
  test.each<[string, number]>([
    ['1900', 1900],
    ['about 1,900', 1900],
    ['£1.9k', 1900],
    ['1.9 k', 1900],
    ['roughly £1,900 a year', 1900],
    ['~2000', 2000],
    ['2 thousand', 2000],
    ['two thousand', 2000],
    ['nineteen hundred', 1900],
    ['one thousand nine hundred', 1900],
    ['a hundred', 100],
    ['£1 900', 1900],
    ['1,5', 1.5],
    ['0.5', 0.5],
    ['-3', -3],
    ['between 1,000 and 2,000', 1500],
    ['1000-2000', 1500],
    ['2 to 3k', 2500],
    ['I spend 140 per month', 140],
    ['three', 3],
    ['two dozen', 24],
    ['£12.50', 12.5],
  ])('“%s” is %d', (text, value) => {
    expect(understandNumber(text, 'en-GB')).toEqual({ value });
  });

  test('the locale decides what a sign means', () => {
    expect(understandNumber('1.900', 'de-DE')).toEqual({ value: 1900 });
    expect(understandNumber('1.900,50', 'de-DE')).toEqual({ value: 1900.5 });
    expect(understandNumber('1.900', 'en-GB')).toEqual({ value: 1.9 });
  });

  test.each(['', '   ', 'lots', 'no idea', 'F4', 'the usual'])('“%s” is none', text => {
    expect(understandNumber(text, 'en-GB')).toHaveProperty('unclear');
  });

  test('bounds are told apart', () => {
    expect(understandNumber('3', 'en-GB', { min: 10 })).toEqual({ unclear: 'too small' });
    expect(understandNumber('300', 'en-GB', { max: 10 })).toEqual({ unclear: 'too large' });
  });
});

describe('choices', () => {
  const homes = ['Detached', 'Semi-detached', 'Terraced', 'Flat', 'Bungalow'];
  test.each<[string, string]>([
    ['Semi-detached', 'Semi-detached'],
    ['semi detatched', 'Semi-detached'],
    ['semi', 'Semi-detached'],
    ['its a semi detached', 'Semi-detached'],
    ['detached', 'Detached'],
    ['detatched', 'Detached'],
    ['a terraced house', 'Terraced'],
    ['terrace', 'Terraced'],
    ['flatt', 'Flat'],
    ['2', 'Semi-detached'],
    ['the second one', 'Semi-detached'],
    ['last', 'Bungalow'],
    ['BUNGALOW!!', 'Bungalow'],
    ['bungalo', 'Bungalow'],
  ])('“%s” is %s', (text, label) => {
    expect(understandChoice(text, homes, 'en-GB')).toEqual({ value: homes.indexOf(label) });
  });

  test.each(['', 'castle', '9', 'not a flat', 'flat or bungalow', 'how much is it?'])('“%s” is none', text => {
    expect(understandChoice(text, homes, 'en-GB')).toHaveProperty('unclear');
  });
});

describe('yes and no', () => {
  test.each(['yes', 'Yep', 'yeah sure', 'ok', '👍', 'yes please', 'Of course', 'yess', 'yes we own it'])(
    '“%s” is yes',
    text => {
      expect(understandYesNo(text, 'en-GB')).toEqual({ value: true });
    },
  );
  test.each(['no', 'nope', 'no thanks', 'not really', 'I don’t', 'nah', 'no I rent', 'not yet'])('“%s” is no', text => {
    expect(understandYesNo(text, 'en-GB')).toEqual({ value: false });
  });
  test.each(['', 'yes and no', 'perhaps', 'what?'])('“%s” is neither', text => {
    expect(understandYesNo(text, 'en-GB')).toHaveProperty('unclear');
  });
});

describe('addresses', () => {
  test.each<[string, string]>([
    ['maud@ellery.example', 'maud@ellery.example'],
    ["it's maud@Ellery.example, thanks", 'maud@ellery.example'],
    ['Maud.Ellery+home@ellery.example.', 'Maud.Ellery+home@ellery.example'],
    ['maud at ellery.example', 'maud@ellery.example'],
    ['<maud@ellery.example>', 'maud@ellery.example'],
  ])('“%s” is %s', (text, value) => {
    expect(understandEmail(text)).toEqual({ value });
  });

  test('a slip in a well-known host is doubted', () => {
    expect(understandEmail('maud@gmial.com')).toEqual({ value: 'maud@gmial.com', probably: 'maud@gmail.com' });
  });

  test.each([
    '',
    'maud',
    'maud@',
    '@ellery.example',
    'maud@ellery',
    'maud@el lery',
    'maud..e@x.example',
    `${'a'.repeat(65)}@x.example`,
  ])('“%s” is none', text => {
    expect(understandEmail(text)).toHaveProperty('unclear');
  });

  test.each<[string, string]>([
    ['01632 960123', '+441632960123'],
    ['07700 900 123', '+447700900123'],
    ['+44 20 7946 0123', '+442079460123'],
    ['call me on 07700 900123 after six', '+447700900123'],
  ])('“%s” is %s', (text, value) => {
    expect(understandPhone(text, 'GB')).toEqual({ value });
  });

  test.each(['', '123', 'after six', '00000'])('“%s” is no phone number', text => {
    expect(understandPhone(text, 'GB')).toHaveProperty('unclear');
  });
});

describe('several choices', () => {
  const topics = ['Price', 'Noise', 'Hot water', 'Grants'];
  test.each<[string, string[]]>([
    ['price and noise', ['Price', 'Noise']],
    ['hot water', ['Hot water']],
    ['1, 3', ['Price', 'Hot water']],
    ['grant, prise', ['Price', 'Grants']],
    ['noise + noise', ['Noise']],
    ['all of them', topics],
    ['none of these', []],
    ['Neither', []],
  ])('“%s” is %j', (text, value) => {
    expect(understandSeveral(text, topics, 'en-GB')).toEqual({ value });
  });
  test.each(['', 'price and castles', 'how much?'])('“%s” is none', text => {
    expect(understandSeveral(text, topics, 'en-GB')).toHaveProperty('unclear');
  });
});

describe('dates, on Tuesday 24 November 2026', () => {
  const now = Date.parse('2026-11-24T10:12:00Z');
  const understood = (text: string, language = 'en-GB', zone = 'Europe/London') =>
    understandDate(text, language, now, zone);
  test.each<[string, string]>([
    ['2026-12-24', '2026-12-24'],
    ['tomorrow', '2026-11-25'],
    ['today', '2026-11-24'],
    ['next tuesday', '2026-12-01'],
    ['on Saturday', '2026-11-28'],
    ['3 April', '2027-04-03'],
    ['April 3rd 2027', '2027-04-03'],
    ['24/12/2026', '2026-12-24'],
    ['the 5th of december please', '2026-12-05'],
    ['in two weeks', '2026-12-08'],
  ])('“%s” is %s', (text, value) => {
    expect(understood(text)).toEqual({ value });
  });
  test('the order of day and month is the language’s', () => {
    expect(understood('3/4/2027')).toEqual({ value: '2027-04-03' });
    expect(understood('3/4/2027', 'en-US')).toEqual({ value: '2027-03-04' });
  });
  test('today is meant where the business is', () => {
    const late = Date.parse('2026-11-24T23:30:00Z');
    expect(understandDate('today', 'en-GB', late, 'Europe/London')).toEqual({ value: '2026-11-24' });
    expect(understandDate('today', 'en-GB', late, 'Europe/Athens')).toEqual({ value: '2026-11-25' });
  });
  test.each(['', 'soon', 'whenever', 'at five', '31/31/2027'])('“%s” is none', text => {
    expect(understood(text)).toHaveProperty('unclear');
  });
});

test('what is no place in a list is not taken for one', () => {
  const homes = ['Flat', 'Terraced', 'Detached'];
  expect(understandChoice('no one', homes, 'en-GB')).toHaveProperty('unclear');
  expect(understandChoice('no 2', homes, 'en-GB')).toEqual({ value: 1 });
});

test('amounts are multiplied by words as by signs', () => {
  expect(understandNumber('two grand', 'en-GB')).toEqual({ value: 2_000 });
  expect(understandNumber('2 grand', 'en-GB')).toEqual({ value: 2_000 });
});

test('a language without a vocabulary of its own is understood in English', () => {
  expect(understandYesNo('yep', 'cy-GB')).toEqual({ value: true });
  expect(understandYesNo('yep', 'EN')).toEqual({ value: true });
});
