import type { ChatState } from '@kineta/contract';
import {
  answeredBy,
  type Beat,
  commanded,
  type EntryBody,
  entriesOf,
  type Flow,
  plainSetting,
  readFlow,
  rehearse,
  repliedWith,
} from '@kineta/core';
import { chatOf, type PreviewState, type Scene } from '../preview/scene.ts';
import sample from './sample.json?raw';

/** What was played of a flow made for that, and what is around it. */
interface Looked {
  replies?: ReadonlyArray<Omit<Extract<Beat, { does: 'replies' }>, 'does'>>;
  /** What came after the flow. */
  after?(scene: Scene): EntryBody[];
  around?: Partial<ChatState>;
}

/** The flow that is played, with the team that is waited for called as it is here. */
const flowWith = (team: string): Flow => readFlow(sample.replace('"Team"', () => JSON.stringify(team || 'Team')));
/** What was said and answered when these were the replies. */
function said(replies: NonNullable<Looked['replies']>, { stage, team, speaker }: Scene): EntryBody[] {
  const beats: Beat[] = replies.map(reply => ({ does: 'replies', ...reply }));
  const { exchanges } = rehearse(flowWith(team), { setting: plainSetting, beats }, { ...stage, teams: [team] });
  return exchanges.flatMap(({ beat, acts }, index): EntryBody[] => [
    ...(beat?.does === 'replies' ? [repliedWith(beat, `looked-at-${index}`)] : []),
    ...entriesOf(acts, speaker),
  ]);
}

/** How the flow begins. */
export const greeting = (scene: Scene): EntryBody[] => said([], scene);

/** The chat as its visitor has it in a state. */
const played =
  ({ replies = [], after, around }: Looked) =>
  (scene: Scene): ChatState =>
    chatOf([...said(replies, scene), ...(after?.(scene) ?? [])], scene, around);

/** A member takes a conversation that waits, and answers. */
function taken({ person }: Scene): EntryBody[] {
  const waiting = {
    holder: 'waiting',
    agent: null,
    team: null,
    since: 0,
    later: null,
    back: null,
    hasFlow: true,
    away: true,
    meanwhile: false,
  } as const;
  const held = commanded(waiting, { does: 'take' }, { ...person, isMember: true, isLead: false }, 0);
  return [
    ...('entries' in held ? held.entries : []),
    answeredBy(person, 'Hello! What may I help you with?', 'looked-at'),
  ];
}

const wantsPerson = { text: 'Talk to somebody', choice: 'person' };
const wrongForm = {
  text: 'Send it',
  fields: { name: { text: 'Maya' }, address: { text: 'maya at home' } },
};

/** Every state that can be looked at, in the order in which visitors meet them. */
export const previewStates: readonly PreviewState[] = [
  { name: 'Launcher', isShut: true, chat: played({}) },
  { name: 'First visit', chat: played({}) },
  {
    name: 'Returning',
    chat: played({ replies: [{ text: 'What would it cost?', choice: 'price' }, { text: 'about 120' }] }),
  },
  { name: 'Closed', chat: played({ around: { open: false, changes: 'tomorrow at 8:30' } }) },
  { name: 'Waiting', chat: played({ replies: [wantsPerson], around: { holder: 'waiting' } }) },
  { name: 'With a person', chat: played({ replies: [wantsPerson], after: taken, around: { holder: 'agent' } }) },
  { name: 'A card', chat: played({ replies: [{ text: 'What is there?', choice: 'range' }] }) },
  { name: 'A form', chat: played({ replies: [{ text: 'Send me something', choice: 'send' }, wrongForm] }) },
  {
    name: 'A mistake',
    chat: played({
      replies: [{ text: 'What would it cost?', choice: 'price' }],
      around: {
        pending: [
          { clientId: 'refused', text: 'A message that cannot be taken', refused: 'That message could not be sent.' },
        ],
      },
    }),
  },
];
