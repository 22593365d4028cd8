import type { Entry, Picked } from '@kineta/contract';
import type { ComponentType } from 'preact';

export type EntryOf<K extends Entry['kind']> = Extract<Entry, { kind: K }>;

export interface LineProps<K extends Entry['kind']> {
  entry: EntryOf<K>;
  /** Whether somebody else spoke before. */
  first: boolean;
  goTo: (page: string) => void;
  /** Given to the question that waits, for what can be picked in the line itself. */
  onPick: ((label: string, id: string) => void) | undefined;
  send: (words: string, picked?: Picked) => void;
}

/** What a page that plays sets beside an entry, or above them all. */
export interface BesideProps {
  entry?: Entry;
}

/** How the chat shows one kind of entry. What has no view is not the visitor’s. */
export interface EntryView<K extends Entry['kind']> {
  kind: K;
  Line: ComponentType<LineProps<K>>;
  /** Who speaks, to set the name once for several lines. */
  voice?(entry: EntryOf<K>): string;
  /** The name under which the flow speaks in it. */
  speaker?(entry: EntryOf<K>): string;
  /** Who of the team has the conversation from then on. */
  person?(entry: EntryOf<K>): { id: string; name: string };
  /** Whether somebody of the team said it, who then writes no more. */
  fromPerson?: true;
  /** Whether it is news for who has the chat closed. */
  isNews?: true;
  /** Whether it asks for an answer; false of what ends that anything is asked. */
  asks?: boolean;
  /** Whether it is an answer. */
  answers?: true;
  /** Where it takes the page in which the visitor answered. */
  leadsTo?(entry: EntryOf<K>): string;
}

export function entryView<K extends Entry['kind']>(view: EntryView<K>): EntryView<K> {
  return view;
}

/** What the flow says, under its name. */
export const flowSays = {
  isNews: true as const,
  voice: ({ speaker }: { speaker: string }) => `flow ${speaker}`,
  speaker: ({ speaker }: { speaker: string }) => speaker,
};
