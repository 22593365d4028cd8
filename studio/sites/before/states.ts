import {
  type BeforeChat,
  type EntryBody,
  type Event,
  entriesOf,
  freshSession,
  plainSetting,
  playBefore,
  repliedWith,
  worldOf,
} from '@kineta/core';
import { greeting } from '../look/states.ts';
import { chatOf, type PreviewState, type Scene } from '../preview/scene.ts';

type Reply = Extract<Event, { event: 'replied' }>;

const message: Reply = { event: 'replied', text: 'Can somebody look at my boiler?' };

/** The card sent with one thing wrong with it: what is needed and was left out. */
function wrong({ details }: BeforeChat): Reply {
  const fields = Object.fromEntries(details.slice(1).map(({ id }) => [id, { text: '' }]));
  return { event: 'replied', text: details[0]?.label ?? '', step: 'before', fields };
}

/** The chat as a visitor has it who is asked first. */
function asked(before: BeforeChat, replies: readonly Reply[], scene: Scene) {
  const world = worldOf(plainSetting, scene.stage);
  let session = { ...freshSession(), before: { asked: before } } as ReturnType<typeof freshSession>;
  // What the flow has asked by then.
  const bodies: EntryBody[] = before.when === 'first message' ? greeting(scene) : [];
  const happen = (event: Event) => {
    const came = playBefore(session, event, world);
    session = came?.session ?? session;
    bodies.push(...entriesOf(came?.acts ?? [], scene.speaker));
  };
  happen({ event: 'opened' });
  for (const [index, reply] of replies.entries()) {
    const { event: _, ...said } = reply;
    bodies.push(repliedWith(said, `looked-at-${index}`));
    happen(reply);
  }
  return chatOf(bodies, scene);
}

/** How what is asked is looked at. */
export function statesOf(before: BeforeChat): readonly PreviewState[] {
  const first = before.when === 'first message' ? [message] : [];
  return [
    { name: 'Asked', chat: scene => asked(before, first, scene) },
    { name: 'Not filled in', chat: scene => asked(before, [...first, wrong(before)], scene) },
  ];
}
