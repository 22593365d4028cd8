import { blankArticle, type FoundForReply, type KeptArticle } from '@kineta/core';
import { questionTables, type Tables } from '@kineta/server';

/** What stands on the site’s page of questions. */
export const onHelpPage: ReadonlyArray<readonly [question: string, answer: string]> = [
  ['Which grants are there?', 'Up to £7,500 for most homes. We apply for it, and take it off the fixed price.'],
  ['How loud is the outside unit?', 'About as loud as a fridge: 38 decibels at three metres.'],
  ['Will I need new radiators?', 'Most homes keep most of theirs. Up to four larger ones are in the fixed price.'],
  ['Does it heat the water too?', 'Yes, all of it, in a cylinder the size of a wardrobe.'],
  ['Do I need planning permission?', 'Rarely. We check it with the survey.'],
];

interface Written {
  question: string;
  answer: string;
  tags: string[];
  wordings?: string[];
}

const sales: readonly Written[] = [
  {
    question: 'What does a heat pump cost?',
    answer:
      'From {heat pump price} before the grant, fitted. After the survey you have a fixed price that does not change.',
    tags: ['prices'],
    wordings: ['how much is it all in'],
  },
  {
    question: 'What is included in the fixed price?',
    answer: 'The unit, the cylinder, up to four radiators, two days of work, and taking the old boiler away.',
    tags: ['prices'],
  },
  {
    question: 'Is the survey free?',
    answer: 'Yes. It takes ninety minutes, and you owe us nothing if you go no further.',
    tags: ['survey'],
  },
  {
    question: 'What happens at the survey?',
    answer:
      'We measure each room, look at the fuse box and the garden, and work out what your home loses. At the end you have the price in writing.',
    tags: ['survey'],
  },
  {
    question: 'How long does it take to fit?',
    answer: 'Two days for most homes. You have hot water again on the first evening.',
    tags: ['fitting'],
  },
  {
    question: 'How soon can you fit it?',
    answer: 'At the moment about {waiting time} after the survey.',
    tags: ['fitting'],
    wordings: ['what is the lead time'],
  },
  {
    question: 'Can I keep my gas boiler as well?',
    answer:
      'You can, but you would pay for two services and the standing charge for gas. Most people are glad to have it gone.',
    tags: ['fitting'],
  },
  {
    question: 'Does it work when it is freezing?',
    answer: 'Yes, down to minus twenty. It works harder then, and we plan for the coldest week.',
    tags: ['heat pumps'],
  },
  {
    question: 'How big is the outside unit?',
    answer: 'About a metre wide, ninety centimetres high and forty deep. It stands on the ground or on brackets.',
    tags: ['heat pumps'],
  },
  {
    question: 'Where can the outside unit stand?',
    answer:
      'A metre from the boundary, where air can move, and not under a bedroom window. We find the place with you.',
    tags: ['heat pumps'],
  },
  {
    question: 'Can a flat have one?',
    answer: 'On the ground floor with a garden, often. Higher up, the freeholder has to agree; we help you ask.',
    tags: ['heat pumps'],
    wordings: ['and for a flat?'],
  },
  {
    question: 'My landlord owns the house. Can I still have one?',
    answer: 'The owner has to sign, and the grant goes to them. We are glad to talk to them.',
    tags: ['heat pumps'],
  },
  {
    question: 'How much will I save?',
    answer: 'It depends on what you burn now. Six questions in this chat give you a figure; the survey makes it exact.',
    tags: ['prices'],
  },
  {
    question: 'Can I pay monthly?',
    answer: 'Over two to ten years, through a lender of your own or ours. You see the whole cost before you sign.',
    tags: ['prices', 'payment'],
  },
  {
    question: 'How do I pay?',
    answer: 'A tenth when you book, the rest once it runs. By transfer or card.',
    tags: ['payment'],
  },
  {
    question: 'What does a home battery cost?',
    answer: 'From {battery price} for five kilowatt hours, fitted.',
    tags: ['prices', 'batteries'],
  },
  {
    question: 'Does a battery make sense without solar panels?',
    answer: 'Yes, with a night tariff: it is filled while power is cheap and empties at tea time.',
    tags: ['batteries'],
  },
  {
    question: 'How long does a battery last?',
    answer: 'Ten years are guaranteed, at seven tenths of what it held. Most last longer.',
    tags: ['batteries', 'guarantee'],
  },
  {
    question: 'Will the battery keep the lights on in a power cut?',
    answer: 'With the backup switch, yes: lights, fridge and router for about a day.',
    tags: ['batteries'],
  },
  {
    question: 'What does loft insulation cost?',
    answer: 'From {insulation price} for a loft of fifty square metres, laid in a day.',
    tags: ['prices', 'insulation'],
  },
  {
    question: 'Do I have to empty the loft?',
    answer: 'Please clear the floor. If that is hard for you, we do it for a fixed price.',
    tags: ['insulation'],
  },
  {
    question: 'Should I insulate before I get a heat pump?',
    answer: 'The loft, nearly always. Walls can wait; the survey says which first.',
    tags: ['insulation', 'heat pumps'],
  },
  {
    question: 'Which areas do you work in?',
    answer: 'Tarrowdale and thirty miles around it.',
    tags: ['survey'],
    wordings: ['do you come out to us'],
  },
];

const aftercare: readonly Written[] = [
  {
    question: 'What does the error code F4 mean?',
    answer: 'The flow of water is too low. Open two radiators and press reset once. If it comes back, write to us.',
    tags: ['faults'],
    wordings: ['it says F4'],
  },
  {
    question: 'What does the error code E9 mean?',
    answer: 'The outside unit is iced over. Leave it for an hour; it thaws by itself. Do not chip the ice away.',
    tags: ['faults'],
  },
  {
    question: 'I have no heating. What should I do?',
    answer:
      'Look whether the display shows a code, then write it here. In the heating season Aftercare is there from 7 to 21 every day.',
    tags: ['faults', 'emergency'],
  },
  {
    question: 'There is no hot water.',
    answer: 'Press “water now” on the display and wait an hour. If it stays cold, tell us and we come.',
    tags: ['faults'],
  },
  {
    question: 'How often is a service needed?',
    answer: 'Once a year, and the guarantee asks for it.',
    tags: ['service'],
  },
  {
    question: 'What does a service plan cost?',
    answer: '£14 a month: the yearly service, call-outs and parts.',
    tags: ['service', 'prices'],
  },
  {
    question: 'How long is the guarantee?',
    answer: 'Seven years on the unit, two on our work, ten on batteries.',
    tags: ['guarantee'],
  },
  {
    question: 'How do I set the times when it heats?',
    answer:
      'Press the clock on the display, choose a day, and turn to the hours. Lower it by two degrees at night, not more.',
    tags: ['using it'],
  },
  {
    question: 'Can I control it from my phone?',
    answer: 'Yes, with the app on the card in your folder. The code is on the underside of the display.',
    tags: ['using it'],
  },
  {
    question: 'Why does steam come out of the outside unit?',
    answer: 'It is thawing: that is water vapour, and quite all right.',
    tags: ['using it'],
  },
];

const accounts: readonly Written[] = [
  {
    question: 'I have not received an invoice.',
    answer: 'It comes by email when the work is done. Tell us the address of the house and we send it again.',
    tags: ['payment'],
  },
  {
    question: 'When are you open?',
    answer:
      'Sales Monday to Friday 8:30 to 17:30 and Saturday 9 to 13; Aftercare every day from 7 to 21 in the heating season.',
    tags: ['contact'],
  },
  {
    question: 'Where are you?',
    answer: '{business address}. There is a show room with a unit that runs.',
    tags: ['contact'],
  },
  {
    question: 'Can I speak to somebody?',
    answer: 'Of course: say so here, or ring {business phone}.',
    tags: ['contact'],
  },
  {
    question: 'How do I move a survey to another day?',
    answer: 'Write the new day here, until noon of the day before.',
    tags: ['survey'],
  },
  {
    question: 'What do you do with what I write here?',
    answer: 'We answer you, and nothing else. More on {policy page}.',
    tags: ['contact'],
  },
];

const page = (question: string, answer: string): KeptArticle => ({
  ...blankArticle,
  question,
  answer,
  tags: [],
  source: '/help',
  listed: true,
});

const written = ({ wordings = [], ...article }: Written): KeptArticle => ({ ...blankArticle, ...article, wordings });

/** Written once, and waiting for a lead. */
const drafts: readonly KeptArticle[] = [
  written({
    question: 'Do you take old night storage heaters away?',
    answer: 'Yes, up to five of them, for [? price].',
    tags: ['fitting'],
  }),
  written({
    question: 'Is there a discount for neighbours who order together?',
    answer: '[? ask Hanne]',
    tags: ['prices'],
  }),
].map(article => ({ ...article, draft: true }));

/** What the demo’s questions are answered by. */
export const demoArticles: readonly KeptArticle[] = [
  ...onHelpPage.map(([question, answer]) => page(question, answer)),
  ...[...sales, ...aftercare, ...accounts].map(written),
  ...drafts,
];

/**
 * The same with ways to a survey: a button behind what is asked of one, and at once where somebody wants one.
 * @param flow the identity of the demo’s flow
 */
function leadingOn(flow: string): readonly KeptArticle[] {
  const flows = [{ label: 'Book a survey', flow, scene: 'survey' }];
  const asksOfOne = new Set(['Is the survey free?', 'What happens at the survey?']);
  return [
    ...demoArticles.map(article => (asksOfOne.has(article.question) ? { ...article, flows } : article)),
    {
      ...blankArticle,
      question: 'Book a survey',
      wordings: ['I want to book a survey', 'can somebody come and measure', 'arrange a home visit'],
      tags: ['survey'],
      flows,
      atOnce: true,
    },
  ];
}

/** Loads what the demo’s questions are answered by. @param flow the identity of the flow that they lead into */
export async function loadQuestions(
  tables: Tables,
  { workspace, flow }: { workspace: string; flow: string },
  memberId: string,
  at: Date,
): Promise<AskedOften[]> {
  const all = leadingOn(flow);
  const ids = await tables
    .in(workspace)
    .of(questionTables.articles)
    .addAll(all.map((written, index) => ({ written, place: index + 1, number: 1 })));
  await tables
    .in(workspace)
    .of(questionTables.articleVersions)
    .addAll(ids.map((articleId, index) => ({ articleId, number: 1, written: all[index]!, memberId, at })));
  const idOf = new Map(all.map(({ question }, index) => [question, ids[index]!]));
  await tables
    .in(workspace)
    .of(questionTables.questionExamples)
    .addAll(
      rated.map(([asked, question]) => ({
        asked,
        askedBefore: [],
        articleId: question === null ? null : idOf.get(question)!,
        createdAt: at,
      })),
    );
  return askedOften(ids);
}

/** What Brackenrow’s lead has tried, with the question that it asks; null of what nothing answers. */
const rated: ReadonlyArray<readonly [asked: string, question: string | null]> = [
  ['will the neighbours hear it at night', 'How loud is the outside unit?'],
  ['do we get anything from the government', 'Which grants are there?'],
  ['are my old radiators any good', 'Will I need new radiators?'],
  ['and showers? is there enough hot water', 'Does it heat the water too?'],
  ['does the council have to agree', 'Do I need planning permission?'],
  ['ballpark for a three bed semi', 'What does a heat pump cost?'],
  ['what do i get for the money', 'What is included in the fixed price?'],
  ['do you charge for coming round to measure', 'Is the survey free?'],
  ['i would like somebody to come and measure up', 'Book a survey'],
  ['who won the match last night', null],
  ['can you mend my washing machine', null],
  ['do you sell wood pellets', null],
];

/** What visitors ask in the made-up past, with what is found for it. */
export interface AskedOften {
  text: string;
  found: FoundForReply;
}

/** What nobody has written an answer to yet. */
const missedOften = [
  'do you fit air conditioning too',
  'can it cool the house in summer',
  'will it cool the bedrooms as well',
  'do you fit ev chargers',
  'can you put in a car charger at the same time',
  'is there a discount for neighbours',
  'do we get money off if next door has one too',
];

/** What visitors ask again and again. @param ids of the demo’s articles, in their order */
export function askedOften(ids: readonly string[] = demoArticles.map((_, index) => String(index + 1))): AskedOften[] {
  const known = demoArticles.flatMap(({ question, answer, wordings, tags, draft }, index) =>
    draft || answer.includes('{')
      ? []
      : [question.toLowerCase().replace(/\?$/, ''), ...wordings].map((text, wording) => ({
          text,
          found: {
            articles: [{ id: ids[index]!, question, answer, tags, confidence: 0.94 - 0.07 * wording }],
            byMeaning: true,
          },
        })),
  );
  return [...known, ...missedOften.map(text => ({ text, found: { articles: [], byMeaning: true } }))];
}
