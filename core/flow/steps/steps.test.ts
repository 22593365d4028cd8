import { describe, expect, test } from 'vitest';
import type { Fact } from '../../facts/fact.ts';
import { sentence } from '../../facts/words.ts';
import { line } from '../tests/perform.ts';
import type { Surroundings } from './kind.ts';
import { kindOf, Step, stepKinds } from './registry.ts';

const facts: Fact[] = [
  { name: 'home type', type: 'choice', scope: 'conversation' },
  { name: 'heating bill', type: 'money', scope: 'conversation' },
  { name: 'tariff', type: 'number', scope: 'business' },
];
const around: Surroundings = {
  sceneTitle: id => ({ home: 'About your home', touch: 'Keep in touch' })[id] ?? 'a scene that is not there',
  facts,
  teams: ['Sales'],
  members: ['Priya Marlow'],
  flows: ['Aftercare'],
  skills: ['grants'],
  products: ['hp-5'],
  draws: () => false,
};
const read = (step: Step): string => sentence(kindOf(step).words(step, around));
const codes = (step: Step): string[] =>
  kindOf(step)
    .check(step, around)
    .map(finding => finding.code);

describe('the registry', () => {
  test.each(stepKinds.map(kind => [kind.kind, kind] as const))(
    'a blank “%s” is of the format and of its kind',
    (name, kind) => {
      const blank = Step.parse(kind.blank('fresh'));
      expect(blank).toMatchObject({ id: 'fresh', kind: name });
      expect(kindOf(blank)).toBe(kind);
      expect(kind.purpose).toMatch(/^[A-Z].*[^.]$/);
    },
  );

  test('what is no kind, or has more than its kind knows, is refused', () => {
    expect(Step.safeParse({ id: 'x', kind: 'sing' }).success).toBe(false);
    expect(Step.safeParse({ id: 'x', kind: 'end', encore: true }).success).toBe(false);
  });
});

describe('sentences', () => {
  test.each<[Step, string]>([
    [{ id: 'x', kind: 'say', line: [[{ text: 'Hello ' }, { fact: 'home type' }]] }, 'Say “Hello home type”'],
    [
      {
        id: 'x',
        kind: 'decide',
        ways: [
          {
            when: {
              all: [
                { fact: 'home type', is: 'is', value: 'Flat' },
                { fact: 'heating bill', is: 'is more than', value: 900 },
              ],
            },
            to: 'touch',
          },
          { when: { formula: 'heating bill > 2000' } },
        ],
        otherwise: { to: 'home' },
      },
      'If home type is “Flat” and heating bill is more than 900, go to Keep in touch; if heating bill > 2000, carry on; otherwise go to About your home',
    ],
    [{ id: 'x', kind: 'work out', fact: 'heating bill', formula: 'tariff * 2' }, 'Work out heating bill as tariff * 2'],
    [{ id: 'x', kind: 'set', fact: 'home type', value: 'Flat' }, 'Set home type to “Flat”'],
    [
      {
        id: 'x',
        kind: 'hand over',
        team: 'Sales',
        waiting: line('One moment.'),
        closed: { line: line('Closed.'), to: 'touch' },
      },
      'Hand over to Sales, saying “One moment.”; when nobody is there, say “Closed.” and go to Keep in touch',
    ],
    [
      {
        id: 'x',
        kind: 'hand over',
        team: 'Sales',
        member: 'Priya Marlow',
        waiting: [],
        closed: { line: line('Closed.') },
        tooLong: { after: { amount: 3, unit: 'minutes' }, line: line('Sorry.'), to: 'touch' },
      },
      'Hand over to Priya Marlow, else to Sales; when nobody is there, say “Closed.” and carry on; when nobody has come for 3 minutes, say “Sorry.” and go to Keep in touch',
    ],
    [
      {
        id: 'x',
        kind: 'hand over',
        team: 'Sales',
        skill: 'grants',
        pick: { line: line('Who?'), teams: ['Aftercare'] },
        waiting: [],
        meanwhile: 'touch',
        closed: { line: line('Closed.') },
      },
      'Hand over to Sales or Aftercare, asking “Who?”, first to who knows grants, and until somebody comes, play Keep in touch; when nobody is there, say “Closed.” and carry on',
    ],
    [{ id: 'x', kind: 'go', to: 'home' }, 'Go to About your home'],
    [{ id: 'x', kind: 'go', to: 'gone' }, 'Go to a scene that is not there'],
    [{ id: 'x', kind: 'end' }, 'The flow ends here'],
    [{ id: 'x', kind: 'end', outcome: 'lead' }, 'The flow ends here, with the outcome “lead”'],
    [{ id: 'x', kind: 'take to page', page: '/heat-pumps' }, 'Take the visitor to /heat-pumps'],
    [
      { id: 'x', kind: 'split', ways: [{ share: 1 }, { share: 3, to: 'home' }] },
      'Of all visitors, let 25% carry on; let 75% go to About your home',
    ],
    [
      {
        id: 'x',
        kind: 'ask',
        line: line('Which?'),
        answer: { type: 'choice', choices: [{ id: 'a', label: 'One', to: 'home' }], otherwise: { to: 'touch' } },
        fact: 'home type',
        tries: 2,
      },
      'Ask for a choice: “Which?”; keep it as home type; on “One” go to About your home; on anything else typed go to Keep in touch; after 2 tries carry on',
    ],
  ])('%#: %s', (step, words) => {
    expect(read(step)).toBe(words);
  });
});

describe('what is wrong inside a step', () => {
  test.each<[string, Step, string[]]>([
    [
      'a picture without a description',
      { id: 'x', kind: 'say', line: line('x'), pictures: [{ src: '/p/1', alt: '' }] },
      ['no description'],
    ],
    ['a picture needs no words', { id: 'x', kind: 'say', line: [], pictures: [{ src: '/p/1', alt: 'A pump' }] }, []],
    [
      'a choice without words',
      {
        id: 'x',
        kind: 'ask',
        line: line('x'),
        answer: { type: 'choice', choices: [{ id: 'a', label: ' ' }] },
        tries: 1,
      },
      ['empty line'],
    ],
    [
      'an answer kept nowhere that is',
      { id: 'x', kind: 'ask', line: line('x'), answer: { type: 'email' }, fact: 'mail', tries: 1 },
      ['no such fact'],
    ],
    [
      'wording for a bad answer with a fact that is none',
      { id: 'x', kind: 'ask', line: line('x'), again: [[{ fact: 'nobody' }]], answer: { type: 'email' }, tries: 1 },
      ['no such fact'],
    ],
    [
      'a decision over what is no fact',
      { id: 'x', kind: 'decide', ways: [{ when: { all: [{ fact: 'nobody', is: 'is known' }] } }], otherwise: {} },
      ['no such fact'],
    ],
    [
      'a comparison with nothing',
      { id: 'x', kind: 'decide', ways: [{ when: { any: [{ fact: 'home type', is: 'is' }] } }], otherwise: {} },
      ['empty line'],
    ],
    [
      'a formula with what is no fact',
      { id: 'x', kind: 'decide', ways: [{ when: { formula: 'nobody = 1' } }], otherwise: {} },
      ['no such fact'],
    ],
    ['a fact about the business set', { id: 'x', kind: 'set', fact: 'tariff', value: 1 }, ['wrong type']],
    [
      'nothing said when nobody is there',
      { id: 'x', kind: 'hand over', team: 'Sales', waiting: [], closed: { line: [] } },
      ['empty line'],
    ],
    [
      'a team that is not there',
      { id: 'x', kind: 'hand over', team: 'Sails', waiting: [], closed: { line: line('x') } },
      ['no such team'],
    ],
    [
      'something that nobody knows',
      { id: 'x', kind: 'hand over', team: 'Sales', skill: 'roofs', waiting: [], closed: { line: line('x') } },
      ['no such skill'],
    ],
  ])('%s', (_name, step, found) => {
    expect(codes(step)).toEqual(found);
  });
});
