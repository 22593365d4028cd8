/** What has changed in how a conversation stands, by whoever it was: what rules follow, and all that they follow. */
export type Move =
  /** The visitor opened the chat. */
  | { move: 'opened' }
  /** The visitor wrote, or picked, filled in or sent something. */
  | { move: 'visitor'; text: string }
  /** The flow said or asked something. */
  | { move: 'flow' }
  /** A rule said something. */
  | { move: 'rule' }
  /** A member answered. */
  | { move: 'person' }
  /** The visitor was told that nobody is there, or that somebody is fetched. */
  | { move: 'told' }
  /** A person is wanted: it waits for one of a team (by its name, null for whoever is there). */
  | { move: 'wanted'; team: string | null }
  /** A member has it, or, with none, it waits for another. */
  | { move: 'has'; member: string | null; team?: string | null }
  /** The flow leads it again. */
  | { move: 'led' }
  /** Nobody has it any more. */
  | { move: 'over'; by: Closer }
  /** It has a tag from now on, or not any more; by its name. */
  | { move: 'tagged'; tag: string; off?: boolean }
  /** A rating was asked for, or given; or what was said behind it is over. */
  | { move: 'rating'; is: 'asked' | 'given' | 'over' }
  /** It is urgent from now on, or not any more. */
  | { move: 'raised'; urgent: boolean }
  /** A fact has a value; which one, null of a flow that may set any. */
  | { move: 'learnt'; fact: string | null }
  /** A rule has done a part of what it does, on what began at an instant (epoch milliseconds). */
  | { move: 'ran'; rule: string; since: number; part: number };

/** Who closed a conversation. */
export type Closer = 'flow' | 'person' | 'rule';
