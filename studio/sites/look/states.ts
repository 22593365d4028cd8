import type { ChatState } from '@kineta/contract';
import {
  answeredBy,
  type Beat,
  commanded,
  type EntryBody,
  entriesOf,
  type Flow,
  plainSetting,
  type RehearsalStage,
  readFlow,
  rehearse,
  repliedWith,
  visitorSees,
} from '@kineta/core';
import sample from './sample.json?raw';

/** Whom the shown conversations are between, and where. */
export interface Scene {
  speaker: string;
  business: string;
  /** Somebody of the team, for what is shown with a person. */
  person: { id: string; name: string };
  stage: RehearsalStage;
  /** The team that is waited for. */
  team: string;
}

/** One state in which the chat is looked at: what was played of a flow made for that, and what is around it. */
export interface PreviewState {
  name: string;
  /** The launcher is looked at, and the chat is not open. */
  isShut?: true;
  replies?: ReadonlyArray<Omit<Extract<Beat, { does: 'replies' }>, 'does'>>;
  /** What came after the flow. */
  after?(scene: Scene): EntryBody[];
  around?: Partial<ChatState>;
}

/** The flow that is played, with the team that is waited for called as it is here. */
const flowWith = (team: string): Flow => readFlow(sample.replace('"Team"', () => JSON.stringify(team || 'Team')));
const AT = '2026-01-05T10:00:00.000Z';

/** The chat as its visitor has it in a state. */
export function chatIn({ replies = [], after, around }: PreviewState, scene: Scene): ChatState {
  const { speaker, business, team } = scene;
  const stage = { ...scene.stage, teams: [team] };
  const beats: Beat[] = replies.map(reply => ({ does: 'replies', ...reply }));
  const { exchanges } = rehearse(flowWith(team), { setting: plainSetting, beats }, stage);
  const bodies = exchanges.flatMap(({ beat, acts }, index): EntryBody[] => [
    ...(beat?.does === 'replies' ? [repliedWith(beat, `looked-at-${index}`)] : []),
    ...entriesOf(acts, speaker),
  ]);
  return {
    phase: 'open',
    refusal: '',
    holder: 'flow',
    flow: null,
    speaker,
    business,
    open: true,
    changes: '17:30',
    entries: [...bodies, ...(after?.(scene) ?? [])]
      .filter(visitorSees)
      .map((body, index) => ({ number: index + 1, at: AT, ...body })),
    pending: [],
    typing: '',
    busy: false,
    ...around,
  };
}

/** A member takes a conversation that waits, and answers. */
function taken({ person }: Scene): EntryBody[] {
  const waiting = { holder: 'waiting', agent: null, team: null, since: 0, hasFlow: true, away: true } as const;
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
  { name: 'Launcher', isShut: true },
  { name: 'First visit' },
  {
    name: 'Returning',
    replies: [{ text: 'What would it cost?', choice: 'price' }, { text: 'about 120' }],
  },
  { name: 'Closed', around: { open: false, changes: 'tomorrow at 8:30' } },
  { name: 'Waiting', replies: [wantsPerson], around: { holder: 'waiting' } },
  { name: 'With a person', replies: [wantsPerson], after: taken, around: { holder: 'agent' } },
  { name: 'A card', replies: [{ text: 'What is there?', choice: 'range' }] },
  { name: 'A form', replies: [{ text: 'Send me something', choice: 'send' }, wrongForm] },
  {
    name: 'A mistake',
    replies: [{ text: 'What would it cost?', choice: 'price' }],
    around: {
      pending: [
        { clientId: 'refused', text: 'A message that cannot be taken', refused: 'That message could not be sent.' },
      ],
    },
  },
];
