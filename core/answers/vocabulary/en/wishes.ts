import type { Kinds } from '../../marks.ts';
import type { Vocabulary } from '../vocabulary.ts';
import weights from './wish-weights.json' with { type: 'json' };

/**
 * What words stand for. In capitals: what tells of a wish also with other words between; the others only beside each other.
 */
const words: Readonly<Record<string, string>> = {
  PERSON:
    'human humans person persons operator operators agent agents representative representatives rep reps adviser advisers advisor advisors salesperson salesman',
  SOMEBODY: 'someone somebody anyone anybody',
  ROLE: 'people staff team employee employees worker workers colleague colleagues manager managers supervisor boss owner consultant specialist specialists expert experts technician engineer engineers installer surveyor sales support reception office aftercare department guys man woman lady gentleman member members professional service services helpdesk',
  REAL: 'real actual live living proper genuine breathing',
  TALK: 'talk speak chat converse talking speaking chatting conversation word discuss',
  CALL: 'call ring phone telephone callback buzz bell',
  REACH: 'reach contact message email touch hold',
  PASS: 'put transfer connect pass hand escalate redirect switch patch forward route connected transferred passed',
  GIVE: 'get give fetch find bring send gimme',
  WANT: 'want need like prefer wanna require demand rather looking wish hoping love insist',
  CAN: 'can could may might would will',
  HELP: 'help answer reply respond assist explain',
  BOT: 'bot bots robot robots machine machines computer computers ai chatbot chatbots automated recording',
  THERE: 'there here around available online free about',
  NEG: 'not no don dont never without stop instead didn doesn',
  ME: 'me us',
  I: 'i we',
  YOU: 'you your ur yours',
  please: 'please pls plz thanks now',
  BE: 'is are was were be am s re m',
  ABOUT: 'does do did has had have',
  WH: 'what who when where why how which if',
  MY: 'my our his her their',
  CALLED: 'called phoned rung',
  PAST: 'spoke talked said told rang yesterday last',
  TO: 'to with by from for',
  det: 'a an the some any another one',
};

const kinds: Kinds = Object.fromEntries(
  Object.entries(words).flatMap(([kind, all]) => all.split(' ').map(word => [word, kind])),
);

/** How visitors say what they wish in place of answering, in English. */
export const wishes: Pick<Vocabulary, 'wishes'> = {
  wishes: {
    person: {
      between:
        /[.,;:!?\n()…]+|\s[-–—]+\s|(?<!\b(?:anything|nothing|anyone|all|no one|nobody))\s(?:but|because|cos)\s|\sand\s(?=(?:get|give|put|let|find|fetch|i|can|could|please|connect|transfer|pass|call|ring|talk|speak)\b)/iu,
      spelt: {
        cn: 'can',
        u: 'you',
        ur: 'your',
        tlk: 'talk',
        spk: 'speak',
        speek: 'speak',
        '2': 'to',
        sum1: 'someone',
        sm1: 'someone',
        some1: 'someone',
        any1: 'anyone',
        ne1: 'anyone',
        sb: 'somebody',
        smb: 'somebody',
        hooman: 'human',
        peron: 'person',
        ppl: 'people',
        wiv: 'with',
      },
      kinds,
      asks: new Set(['PERSON', 'SOMEBODY', 'ROLE', 'TALK', 'CALL', 'CALLED', 'REACH', 'PASS', 'BOT']),
      weights,
      as: { word: 'agent', words: 'speak to someone' },
      calls: /\b(?:call|calls|called|ring|phone|telephone|callback)\b/,
    },
  },
};
