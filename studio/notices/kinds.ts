/** How a kind of things that members are told of is called here, by its code. */
export interface AlertWords {
  /** Behind “when”. */
  when: string;
  /** The same, as it is for oneself. */
  own: string;
  /** Whom it concerns. */
  concerned: string;
  /** For how many milliseconds it may be over again before anybody hears of it. */
  settles?: number;
  /** Whether it comes into a corner of the screen: what does not is heard, or told there otherwise. */
  corner?: true;
}

const known: Readonly<Record<string, AlertWords>> = {
  offered: {
    when: 'who waits is offered to somebody',
    own: 'Who waits is offered to you',
    concerned: 'whom they are offered to',
  },
  wanted: {
    when: 'somebody waits for a person',
    own: 'Somebody waits for a person',
    concerned: 'whoever answers for them',
    corner: true,
    // It is offered to one of them in that time, if anybody takes chats, and rings there alone.
    settles: 1_200,
  },
  assigned: {
    when: 'a conversation is given to somebody',
    own: 'A conversation is given to you',
    concerned: 'who has it then',
    corner: true,
  },
  wrote: {
    when: 'a visitor writes to who has their conversation',
    own: 'A visitor writes to you',
    concerned: 'who has it',
  },
  'came back': {
    when: 'what was put off is for now again',
    own: 'What you put off is for now again',
    concerned: 'who put it off',
    corner: true,
  },
  mentioned: { when: 'a note mentions somebody', own: 'A note mentions you', concerned: 'who is mentioned' },
  told: {
    when: 'a flow or a rule tells something',
    own: 'A flow or a rule tells you something',
    concerned: 'whom it names',
  },
  arrived: { when: 'a visitor opens the chat', own: 'A visitor opens the chat', concerned: 'everybody' },
  over: {
    when: 'a conversation is over',
    own: 'A conversation of your team is over',
    concerned: 'its team',
  },
  rated: { when: 'a visitor says how it went', own: 'A visitor says how it went', concerned: 'its team' },
};

/** What a newer build tells of is called by its code. */
export const alertWordsOf = (code: string): AlertWords =>
  known[code] ?? { when: `“${code}” happens`, own: code, concerned: 'whom it concerns' };
