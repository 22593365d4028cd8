import type { Concerned } from '../roster.ts';

/** What an event of the stream says beside where it happened. */
export type Said = Readonly<Record<string, unknown>>;

/** How the conversation stands when it is heard of: who has it, and its team by its name. */
export interface Standing {
  holder: 'flow' | 'waiting' | 'agent' | 'done';
  agent: string | null;
  team: string | null;
  /** Whom it is offered to just now. */
  offered: string | null;
}

/** Whether an event calls somebody, and whom. */
export type Calls = (said: Said, standing: Standing) => Concerned | undefined;

/** All that is known of one kind of things that members are told of. */
export interface AlertKind {
  readonly alert: string;
  /** By the kind of the event: whom it calls, if anybody. */
  readonly calledBy: Readonly<Record<string, Calls>>;
  /**
   * It stands for a while: meanwhile more of the same adds nothing, and those who were not told yet need not be any more once
   * it is over. What has no such end happens once, each time.
   */
  readonly stands?: {
    /** Whether it still does for a member whom it called. */
    still(standing: Standing, member: string): boolean;
    /** Events after which it is over, whatever the standing. */
    overBy: readonly string[];
    /** Events after which that may be so no more. */
    askedAfter: readonly string[];
  };
  /** What of an event is told of with it, in somebody’s own words. */
  text?(said: Said): string;
}

/** Events by which somebody else has a conversation, or is meant to, or nobody. */
export const holdings: readonly string[] = [
  'taken',
  'passed on',
  'handed back',
  'released',
  'left alone',
  'ruled',
  'blocked',
  'done',
  'ended',
  'offered',
];
