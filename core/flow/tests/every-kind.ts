const line = (text: string) => [[{ text }]];

/** A flow that uses every kind of step once, in one scene with another to call. */
export const everyKind = {
  format: 'kineta.flow/2',
  name: 'Every kind of step',
  speaker: 'Robin',
  facts: [
    { name: 'first name', type: 'text', scope: 'visitor' },
    { name: 'email', type: 'email', scope: 'visitor' },
    { name: 'postcode', type: 'text', scope: 'visitor' },
    { name: 'heating bill', type: 'money', scope: 'conversation' },
    { name: 'yearly saving', type: 'money', scope: 'conversation' },
    { name: 'town', type: 'text', scope: 'conversation' },
    { name: 'source', type: 'text', scope: 'conversation' },
    { name: 'score', type: 'number', scope: 'visitor' },
    { name: 'grant', type: 'money', scope: 'business' },
    { name: 'battery price', type: 'money', scope: 'business' },
  ],
  scenes: [
    {
      id: 'main',
      title: 'Everything a conversation can do',
      steps: [
        { id: 'remind', kind: 'remind', after: { amount: 5, unit: 'minutes' }, line: line('Take your time.'), most: 2 },
        { id: 'wanting', kind: 'wants person', to: 'main' },
        { id: 'say', kind: 'say', line: line('Hello 👋 I’m Robin, Brackenrow’s automated assistant.') },
        {
          id: 'show',
          kind: 'show',
          line: line('What are you after?'),
          cards: [
            {
              id: 'pump',
              title: 'Heat pump',
              line: [[{ text: 'With a grant of ' }, { fact: 'grant' }, { text: '.' }]],
              actions: [
                { id: 'pump-on', label: 'Price mine' },
                { id: 'pump-page', label: 'Read on', page: '/heat-pumps' },
              ],
            },
            {
              id: 'battery',
              title: 'Battery',
              line: line('The night rate at tea time.'),
              price: { formula: 'battery price' },
              actions: [{ id: 'battery-on', label: 'Tell me more' }],
            },
          ],
        },
        {
          id: 'ask',
          kind: 'ask',
          line: line('What do you spend on heating in a year?'),
          answer: { type: 'number range', bounds: [1000, 2000, 3000], money: true },
          fact: 'heating bill',
          tries: 2,
        },
        {
          id: 'questions',
          kind: 'answer questions',
          line: line('What would you like to know?'),
          tags: ['heat pumps'],
          sure: 0.6,
          outside: 'composed',
          asksHelped: true,
          misses: 2,
          missed: { to: 'main' },
          most: 5,
        },
        {
          id: 'form',
          kind: 'form',
          line: line('Who is the estimate for?'),
          fields: [
            { id: 'name', label: 'First name', answer: { type: 'short text' }, fact: 'first name' },
            { id: 'mail', label: 'Email', answer: { type: 'email' }, fact: 'email' },
            { id: 'code', label: 'Postcode', answer: { type: 'postcode' }, fact: 'postcode', optional: true },
          ],
          button: 'Go on',
          tries: 3,
        },
        {
          id: 'call',
          kind: 'call service',
          method: 'GET',
          url: 'https://services.brackenrow.example/postcodes/{postcode}',
          take: [{ path: 'district.town', fact: 'town' }],
          limit: 5,
          tries: 2,
        },
        { id: 'set', kind: 'set', fact: 'source', value: 'the chat' },
        { id: 'work', kind: 'work out', fact: 'yearly saving', formula: 'heating bill * 0.32' },
        {
          id: 'chart',
          kind: 'chart',
          title: [[{ text: 'About ' }, { fact: 'yearly saving' }, { text: ' less a year' }]],
          form: 'bars',
          values: [
            { label: 'Today', formula: 'heating bill' },
            { label: 'Heat pump', formula: 'heating bill - yearly saving' },
          ],
          money: true,
        },
        {
          id: 'decide',
          kind: 'decide',
          ways: [
            {
              when: {
                all: [
                  { fact: 'Sales open', is: 'is', value: true },
                  {
                    any: [
                      { fact: 'yearly saving', is: 'is at least', value: 600 },
                      { fact: 'returning', is: 'is', value: true },
                    ],
                  },
                ],
              },
            },
          ],
          otherwise: {},
        },
        { id: 'score', kind: 'score', fact: 'score', points: 20, reason: 'asked for an estimate' },
        { id: 'split', kind: 'split', ways: [{ share: 50 }, { share: 50 }] },
        { id: 'pause', kind: 'pause', for: { amount: 2, unit: 'seconds' } },
        {
          id: 'email',
          kind: 'email',
          to: { fact: 'email' },
          askedFor: true,
          subject: line('Your estimate'),
          line: [
            [{ text: 'Hello ' }, { fact: 'first name', otherwise: 'there' }, { text: ', here is what we worked out.' }],
          ],
          charts: ['chart'],
        },
        {
          id: 'notify',
          kind: 'notify',
          team: 'Sales',
          line: [[{ text: 'An estimate for somebody in ' }, { fact: 'town', otherwise: 'the area' }]],
        },
        {
          id: 'consent',
          kind: 'ask consent',
          purpose: 'news by email',
          line: line('May we write to you about grants, at most once a month?'),
          policy: '/privacy',
        },
        { id: 'withdraw', kind: 'withdraw consent', purpose: 'news by text' },
        { id: 'scene', kind: 'call scene', scene: 'words' },
        { id: 'page', kind: 'take to page', page: '/heat-pumps/costs' },
        {
          id: 'over',
          kind: 'hand over',
          team: 'Sales',
          waiting: line('One moment, please.'),
          closed: { line: line('Sales is closed right now.'), to: 'ways' },
        },
        { id: 'end', kind: 'end', outcome: 'lead' },
      ],
    },
    { id: 'words', title: 'Kind words', steps: [{ id: 'kind', kind: 'say', line: line('Thank you for your time.') }] },
    {
      id: 'ways',
      title: 'Other ways on',
      steps: [
        {
          id: 'again',
          kind: 'ask',
          line: line('Shall we begin again?'),
          answer: {
            type: 'choice',
            choices: [
              { id: 'y', label: 'Yes', to: 'round' },
              { id: 'n', label: 'No', to: 'other' },
            ],
          },
          tries: 2,
        },
        { id: 'ways-end', kind: 'end' },
      ],
    },
    { id: 'round', title: 'Once more', steps: [{ id: 'go', kind: 'go', to: 'main' }] },
    { id: 'other', title: 'Somewhere else', steps: [{ id: 'start', kind: 'start flow', flow: 'First visit' }] },
  ],
};
