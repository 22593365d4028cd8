import type { Edit } from '../edits.ts';
import type { Id } from '../id.ts';

/** Where in the flow something was found. Without a step it concerns the whole scene, without a scene the flow. */
export interface Place {
  scene?: Id;
  step?: Id;
  /** A part of the step: `line`, `again`, a choice's id. */
  part?: string;
}

/** What the checks found. Problems stop a publish, advice does not. */
export interface Finding {
  /** Stable, for programs. */
  code: FindingCode;
  level: 'problem' | 'advice';
  place: Place;
  /** One sentence for the lead. */
  sentence: string;
  /** How a visitor comes to it: scenes, and what is picked or holds on the way. */
  path?: string[];
  /** The mend, where one is certain. */
  fix?: { label: string; edits: Edit[] };
}

/** Every code, with how what it stands for is mended. */
export const mends = {
  'unreachable scene':
    'Let a choice, a decision or a step “go” lead here; leave it, where something outside the flow does; or delete the scene.',
  'unreachable step': 'Delete it, or move it in front of what ends or leads away.',
  'runs out': 'End the flow there, ask something, or go on to another scene.',
  'endless loop': 'Put a question or an end into the round.',
  'too much work': 'Ask the visitor something in between, or work out less.',
  'no such scene': 'Choose another scene for it, or carry on.',
  'fact never set': 'Ask for it before, work it out, or give the line other words for when it is not known.',
  'fact unset on a way': 'Ask for it on that way as well, or give the line other words for when it is not known.',
  'no such fact': 'Make the fact, or choose another.',
  'empty line': 'Write what is missing, or delete the step.',
  'no way on': 'Give the visitor something to pick.',
  'bad formula': 'Correct the formula; what it comes to is shown below it.',
  'wrong type': 'Choose a fact or a value of the right type.',
  'claimed twice': 'Let only one fact be it.',
  'no such team': 'Choose one of the teams, or add the team.',
  'no such member': 'Choose one of the members, or nobody in particular.',
  'no such skill': 'Let somebody say on their own page that they know it, or ask for nothing in particular.',
  'no such flow': 'Choose a flow that is published.',
  'not for sale': 'Choose one of the things for sale, or write the card yourself.',
  'unchanged choice': 'Say what the choice is.',
  'no description': 'Say in a few words what the picture shows, for those who do not see it.',
  'never true': 'Delete the way, or change what it asks.',
  'always true': 'Delete what comes after it, or change what it asks.',
  'ranges overlap': 'Let one of the two leave the shared value out.',
  'range missing': 'Add a way for it, or widen one; what “otherwise” does may be right as well.',
  'same place': 'Let them lead to different scenes, keep the answer in a fact, or make them one choice.',
  'mail without consent': 'Ask for consent before, or say that the visitor asked for this email.',
  'closed without a way out': 'When the team is closed, ask how to reach the visitor, or lead them somewhere.',
  'nobody fetched': 'Let the scene hand over, or lead to one that does.',
  'asked twice': 'Ask only when it is not known yet, with a decision in front.',
  'long wording': 'Cut it, or make two lines of it.',
  'bad link': 'Write the whole address, such as https://www.example.org/page.',
} as const;

export type FindingCode = keyof typeof mends;
