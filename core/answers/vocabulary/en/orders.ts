import { phrases } from '../phrases.ts';
import type { Vocabulary } from '../vocabulary.ts';

/** What an order may be about: what is asked, and what was answered. */
const asked = '{it|this|that|{this|that|the} {one|question|bit|part|step}}';
const answer = '{my|the|that|this} {{last|previous|earlier} |}{answer|reply}';
const said = 'what i {just |}{said|wrote|typed|put}';
const start = '{start|beginning|top|very start|very beginning}';
const chat = '{chat|conversation}';
const toSay = '{say|answer|tell you|share that|share it|give that out|say that|disclose that}';
const refuse = '{don t|do not|dont|not} want to';

/** What visitors say instead of answering, in English. */
export const orders: Pick<Vocabulary, 'orders' | 'ordersAlone' | 'aroundOrder' | 'excuses'> = {
  orders: {
    skip: phrases(
      '{skip|pass|next|move on|moving on|move along|go on to the next|no comment|next question|next one|another question}',
      `{skip|pass on|leave|leave out|ignore|omit|miss out|not answer} ${asked}`,
      `{leave|miss} ${asked} out`,
      `{leave|keep} ${asked} {blank|empty|open}`,
      '{skip|go|move|go on|move on|get on} {ahead |}to the next {one|question|bit|part|step|thing}',
      `{carry|go} on without ${asked}`,
      'skip {question|ahead}',
      'ask {me |}{something|anything} else',
      `not {to |}${toSay}`,
      'not to',
      `{i m |im |we re |}not {saying|answering|telling you} {${asked}|}`,
      `${refuse} ${toSay}`,
      `${refuse} answer ${asked}`,
      'keep {it|that|this} {to myself|private}',
      `{i d |i would |id |}{rather|prefer|sooner} not {to |}${toSay}`,
      '{that s |}none of your business',
      'that s {private|personal}',
    ),
    back: phrases(
      '{back|previous|undo|oops|whoops|back up|{go|step|jump|move} back {a step|one {step|question|}|a bit|}}',
      'take me back {a step|one|}',
      '{undo|redo} {that|this|it|{that|the last} {one|bit}}',
      'change that',
      `{undo|redo|change|fix|correct|amend|edit|revise|alter|retype} {${answer}|${said}}`,
      `{take|put} {that|${answer}} back`,
      `take back {that|${answer}|${said}}`,
      `{scrap|strike|delete} {that|${answer}}`,
      'correct something',
      '{go|return|get|take me} {back |}to {the|my} {last|previous|earlier} {one|question|step|answer}',
      '{the |}previous {question|one|step}',
      `{answer|do} the last {one|question} again`,
      'i {made|ve made|have made} a {mistake|typo|slip|mess}',
      '{that|this|it} was {wrong|a mistake|not what i meant|the wrong {one|answer|button}}',
      '{that|this|it} {s|is} {a mistake|not what i meant|the wrong {answer|button}}',
      '{that|this|it} {wasn t|isn t} what i meant',
      '{wrong|bad} {answer|button}',
      'wrong one',
      'i {clicked|pressed|tapped|picked|hit|typed|selected} {on |}the {wrong|other} {one|button|thing|answer|option}',
      'i {didn t|did not} mean {that|to {say|send|click|press} that}',
      'my mistake',
    ),
    'start again': phrases(
      '{start|begin} {this |it |}{again|over|afresh|anew|fresh|all over|all over again|over again|from scratch}',
      `{start|begin|try|do {this|it}|go} {again |all over |over |}from {the ${start}|scratch}`,
      '{do|try} {it|this|that|everything} {all |}{over |}again',
      `{do|try} {it|this|that|everything} {all |}{over |}again from the ${start}`,
      `{{go|take me|bring me|get} |}back to {the ${start}|{square|step} one}`,
      `{go|take me|bring me|get} {right |}to the ${start}`,
      `from {the ${start}|scratch}`,
      '{restart|reset} {{this|the} chat|everything|}',
      '{{go |}{back |}to the |}main menu',
      '{go |}back to {the |}menu',
      `{start |begin |open |}{a |}new ${chat}`,
      '{start a new one|clear {everything|all {of |}{it|this|that}}|wipe {it|this|everything}}',
      'wipe {it|this|everything} and start again',
    ),
    stop: phrases(
      '{stop|cancel|quit|exit|abort|end|finish|enough|ta ta|that s enough|stop {here|there|now}|cancel this}',
      '{stop|end} {this|it}',
      '{close|finish|quit|exit|abort} this',
      `{stop|end|close|finish|quit|leave|exit|cancel|abort} {the |this |our |}${chat}`,
      'stop {asking|messaging|bothering|pestering|texting|writing to} {me|me {questions|all this|things}|questions|things|}',
      '{finish|end|leave it} {here|there|now}',
      'forget {the whole thing|all about it|about it}',
      'call it a day',
      '{i |we |i ve |we ve |}{have to|got to|gotta|must} {go|run|dash|leave} {now|}',
      '{i m|im|we re} out of here',
      'no more',
      'quit it',
      '{that s|thats|that is|that ll be|that will be} {all|everything|it for {now|today}} {from me|{i|we} {needed|wanted}|for {now|today}|}',
      '{i m|im|i am|we re|we are} {done|finished|off|all done|leaving} {here|with {this|it}|}',
      '{i ve|i have|we ve|} had enough {of {this|it}|}',
      'enough {questions|of {this|it|that}}',
      '{no|not any} more {questions|of {this|it}}',
      `{not|${refuse}} {carry on|go on|continue|do this} {any more|anymore|with {this|it}|}`,
      '{leave me alone|leave me in peace|go away|shut up|get lost|buzz off}',
      '{bye|goodbye|good bye|bye bye|cheerio|see you {later|}|see ya|so long|have a {good|nice} {day|one|evening|weekend}}',
    ),
  },
  ordersAlone: [
    'cancel',
    'cancel this',
    'pass',
    'next',
    'undo',
    'reset',
    'enough',
    'exit',
    'previous',
    'no more',
    'end',
    'finish',
    'wrong one',
  ],
  aroundOrder: {
    before:
      /^(?:i d|we d|let us|let me|d|m|ok|okay|no|oh|oops|whoops|wait|hang on|hold on|and|but|hey|hi|um|well|so|sorry|actually|please|pls|plz|just|lets|let s|let us|let me|can|could|may|might|shall|should|i|we|you|i d|id|we d|would|like|want|wanna|need|have|prefer|rather|sooner|love|to|go ahead and|for now|now|then|think|ll|will|how do i|how can i|if i|possible|it|thanks|thank you|cheers|ta|ah|right) /,
    after:
      /(?: (?:please|pls|plz|thanks|thank you|thx|ta|now|then|for now|this time|if possible|if i can|if that s ok|if you don t mind|a bit|ok|okay|mate|altogether|completely|the chat|this chat|this question|that question|this one|that one|the question|the last question|the last one|a question|a step|one step|one question|to the last question|to the previous question|to the one before|to the last one|to that|sorry|cheers))$/,
  },
  excuses:
    /^(?:(?:oh|ugh|oops|whoops|ah|argh|damn|no|wait|hang on|hold on|sorry|my bad|hey|hi|ok|okay|right|well|thanks|thank you|cheers|ta|actually|um|hmm|please|hello|i got (?:it|that) wrong|that s (?:wrong|not right|enough)|i m bored|this is (?:wrong|boring|too much|silly)) ?)+$/,
};
