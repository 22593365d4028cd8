import type { Rule, RulePart } from './rule.ts';

const seconds = (amount: number) => ({ amount, unit: 'seconds' as const });
const minutes = (amount: number) => ({ amount, unit: 'minutes' as const });

/** A rule to begin with. */
export const blankRule = (name: string): Rule => ({
  name,
  when: { when: 'wanted' },
  onlyIf: null,
  parts: [{ after: { for: seconds(30) }, do: [{ deed: 'say', text: '' }] }],
  atMost: 'once',
  afterPerson: null,
});

/** What may follow, to begin with. */
export const blankPart: RulePart = { after: { for: minutes(5) }, do: [{ deed: 'close' }] };

/** The rules that ship, in their order, each with whether it is on: what a business needs before it thinks of rules. */
export const firstRules: ReadonlyArray<{ on: boolean; rule: Rule }> = [
  {
    on: false,
    rule: {
      name: 'Urgent words go first',
      when: { when: 'wrote', words: null },
      onlyIf: null,
      parts: [
        {
          after: null,
          do: [
            { deed: 'raise' },
            { deed: 'notify', to: 'everybody', text: 'Urgent: somebody wrote words that go first.' },
          ],
        },
      ],
      atMost: 'once',
      afterPerson: null,
    },
  },
  {
    on: true,
    rule: {
      name: 'Sorry for the wait',
      when: { when: 'wanted' },
      onlyIf: { all: [{ fact: 'in its hours', is: 'is', value: true }] },
      parts: [
        {
          after: { for: seconds(30) },
          do: [
            {
              deed: 'say',
              text: 'Sorry that nobody has come to you yet.\nYou are number {place} in line.\nIt should take about {wait}.\nWrite here what it is about, and whoever comes has it before them.',
            },
          ],
        },
      ],
      atMost: 'once',
      afterPerson: null,
    },
  },
  {
    on: true,
    rule: {
      name: 'Closed now',
      when: { when: 'closing' },
      onlyIf: null,
      parts: [
        {
          after: null,
          do: [
            {
              deed: 'say',
              text: 'We have closed for now.\nWe are back {opens}.\nWhat you write here waits for us.\nOur answer goes to {email} as well.',
            },
          ],
        },
      ],
      atMost: 'once',
      afterPerson: null,
    },
  },
  {
    on: true,
    rule: {
      name: 'Still there?',
      when: { when: 'silent' },
      onlyIf: { all: [{ fact: 'led by', is: 'is', value: 'the flow' }] },
      parts: [
        { after: { for: minutes(10) }, do: [{ deed: 'say', text: 'Are you still there?', written: true }] },
        { after: { for: minutes(5) }, do: [{ deed: 'close', outcome: 'No reply' }] },
      ],
      atMost: 'each',
      afterPerson: null,
    },
  },
  {
    on: true,
    rule: {
      name: 'A forgotten chat',
      when: { when: 'unanswered' },
      onlyIf: null,
      parts: [
        {
          after: { for: minutes(15), open: true },
          do: [{ deed: 'notify', to: 'leads', text: 'A visitor has waited for a word for 15 minutes.' }],
        },
      ],
      atMost: 'each',
      afterPerson: null,
    },
  },
  {
    on: false,
    rule: {
      name: 'How did it go?',
      when: { when: 'over', by: 'person' },
      onlyIf: null,
      parts: [
        {
          after: { for: minutes(2) },
          do: [{ deed: 'rate', text: 'How did it go?' }],
        },
      ],
      atMost: 'once',
      afterPerson: minutes(1),
    },
  },
];
