/** Throws a number from 0 up to 1; the same row of them every time. */
export type Dice = () => number;

export const pick = <T>(list: readonly T[], throwDice: Dice): T => list[Math.floor(throwDice() * list.length)] as T;

const firstNames =
  'Maud Idris Tamsin Oswin Nessa Callum Beatrix Rafe Ilse Gwen Jonty Hester Amara Piers Lottie Silas Orla Dev Marnie Edda Kit Sunniva Bram Thea Wilf Anwen Corin Della Emrys Fern Gideon Hattie Ives Juno Keir Linnet Mabel Ned Odette Perran'.split(
    ' ',
  );
const lastNames =
  'Ellery Vance Roe Hale Farrow Dray Loam Tolland Penhale Sharrow Mire Quill Flint Aldous Crane Brook Fenwick Hartley Stow Voss Rowan Lark Otley Marsh Ashby Bracewell Cotter Denholm Eddery Fallow Garrick Holt Inman Jessop Kestle Lorne Merrow Nance Orrell Pascoe'.split(
    ' ',
  );
const places = ['Tarrow', 'Pell', 'Upper Marl', 'Sedge Hill', 'Millbeck', 'Ellerby', 'High Bracken'];

/** Somebody made up: their name, and the place near Tarrowdale that they are called by until they have said it. */
export function somebody(throwDice: Dice): { name: string; place: string } {
  return { name: `${pick(firstNames, throwDice)} ${pick(lastNames, throwDice)}`, place: pick(places, throwDice) };
}

export const emailOf = (name: string): string =>
  `${name.toLowerCase().replace(' ', '.')}@${name.split(' ')[1]!.toLowerCase()}.example`;

/** What visitors write who want somebody, and what they are answered, line by line. */
export const talks: ReadonlyArray<{
  about: string;
  tag?: string;
  lines: ReadonlyArray<[agent: string, visitor: string]>;
}> = [
  {
    about: 'Does the estimate include the radiators?',
    tag: 'Question',
    lines: [
      ['Hello, this is the right place. Let me look at your estimate.', 'Thank you'],
      [
        'Yes: the figure assumes that we swap up to four radiators. The survey tells which.',
        'Great, that’s what I needed',
      ],
    ],
  },
  {
    about: 'We have a listed building, is that a problem?',
    tag: 'Question',
    lines: [
      ['Hello! Often it is not. Do you know which grade it is?', 'Grade two I think'],
      ['Then the outside unit needs consent, and we draw up the papers for that.', 'And how long does consent take?'],
      ['About eight weeks in Tarrowdale. The survey can be before it.', 'OK, I’ll talk it over at home'],
    ],
  },
  {
    about: 'Can you quote for a battery at the same time?',
    lines: [
      [
        'We can do both in one visit, and the survey is free. Shall I book you in for Tuesday morning?',
        'Perfect, thank you',
      ],
    ],
  },
  {
    about: 'How long is the wait at the moment?',
    tag: 'Question',
    lines: [
      ['Six weeks from the survey to the fitting just now.', 'Longer than I hoped'],
      ['I can put you on the list for a day that comes free.', 'Yes please'],
      ['Done. We ring you, at the latest the evening before.', 'Thanks!'],
    ],
  },
  {
    about: 'It says F4 and the house is getting cold',
    tag: 'Call back',
    lines: [
      ['F4 is the outside sensor. Is the unit outside iced up?', 'A little, at the bottom'],
      ['Please switch it off for ten minutes and on again. Somebody comes today if it shows F4 again.', 'Will do'],
      ['I’ll look in on you here in an hour.', 'It runs again, thank you'],
    ],
  },
  {
    about: 'We have had no heating since this morning',
    tag: 'Call back',
    lines: [['I am sorry. Saffi can be with you before four, is somebody in?', 'Yes, all day']],
  },
  {
    about: 'I asked twice about the invoice',
    tag: 'Bill',
    lines: [
      ['I am sorry about that. Which number does it have?', 'BR-1042'],
      ['Found it: the grant was not taken off. You have a new one by tonight.', 'About time'],
    ],
  },
  {
    about: 'The fitters left the loft in a mess',
    tag: 'Complaint',
    lines: [
      ['That is not how we leave a house, I am sorry. Can we come and put it right on Thursday?', 'Thursday is fine'],
      ['Col and Ines come at half past eight.', 'OK'],
    ],
  },
  {
    about: 'Just wanted to say Ines was brilliant yesterday',
    tag: 'Praise',
    lines: [['Thank you for telling us! I pass that on to Ines.', 'Please do']],
  },
];

/** What is typed that no question of the flow asked for. */
export const asides = [
  'what about my neighbour’s noise',
  'do you do solar panels as well',
  'is it true that they do not work when it freezes',
  'we are a village hall, not a house',
  'my mother wants one too',
];

/** What visitors say of how it went, by what they found it. */
export const words: Readonly<Record<'good' | 'middling' | 'bad', readonly string[]>> = {
  good: ['Quick and clear', 'Priya was very kind', 'Nice not to have to ring', 'Good to know before the survey'],
  middling: ['Took a while', 'I had to say it twice', 'Fine in the end'],
  bad: ['Nobody came for ages', 'It asked me things I had answered already'],
};
