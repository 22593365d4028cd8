/** What steps are for, in the order of the menu; each kind’s view says which it belongs to. */
export const stepGroups = [
  { group: 'speak', title: 'Say and show' },
  { group: 'ask', title: 'Ask' },
  { group: 'know', title: 'Keep and work out' },
  { group: 'way', title: 'Decide where it goes on' },
  { group: 'time', title: 'Wait' },
  { group: 'outside', title: 'Reach beyond the chat' },
  { group: 'close', title: 'Hand over and end' },
] as const;
export type StepGroup = (typeof stepGroups)[number]['group'];
