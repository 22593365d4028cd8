import { line } from './steps.ts';

/** A flow with one of everything that the checks look for on its ways. */
export const careless = {
  format: 'kineta.flow/2',
  name: 'Careless',
  speaker: 'Robin',
  facts: [
    { name: 'home type', type: 'choice', scope: 'conversation', choices: ['Flat', 'House'] },
    { name: 'email', type: 'email', scope: 'conversation' },
  ],
  scenes: [
    {
      id: 'a',
      title: 'Welcome',
      steps: [
        {
          id: 'home',
          kind: 'ask',
          line: line('What sort of home is it?'),
          answer: {
            type: 'choice',
            choices: [
              { id: 'h1', label: 'Flat' },
              { id: 'h2', label: 'House', to: 'b' },
            ],
          },
          fact: 'home type',
          tries: 2,
        },
        {
          id: 'decide',
          kind: 'decide',
          ways: [{ when: { all: [{ fact: 'home type', is: 'is', value: 'Castle' }] }, to: 'b' }],
          otherwise: {},
        },
        { id: 'go', kind: 'go', to: 'b' },
        { id: 'behind', kind: 'say', line: line('Nobody hears this.') },
      ],
    },
    {
      id: 'b',
      title: 'The estimate',
      steps: [
        { id: 'mail', kind: 'email', to: { fact: 'email' }, subject: line('Your estimate'), line: line('Here it is.') },
        {
          id: 'over',
          kind: 'hand over',
          team: 'Sales',
          waiting: [],
          closed: { line: line('We are closed.') },
        },
        { id: 'link', kind: 'say', line: [[{ text: 'Read on', link: 'https://brackenrow' }]] },
      ],
    },
    { id: 'c', title: 'Forgotten', steps: [] },
  ],
};
