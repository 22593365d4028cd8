import type { TodoLine } from '@kineta/contract';
import type { ComponentType } from 'react';
import type { KeyTable } from '../ui/key-table.ts';

export interface TodoWords {
  title: string;
  /** How it stands, in a sentence. */
  says?: string;
  to: string;
}

export interface DayWords {
  name: string;
  /** What is counted, where the name leaves it open. */
  says?: string;
  /** Where those that are counted stand. */
  to: string;
}

/** What stands at a path; the module is loaded when it is first opened. */
export interface Screen {
  path: string;
  load(): Promise<{ default: ComponentType }>;
}

/** A part of the studio: all that the frame, the router and the command menu need of it. They only go through the list. */
export interface Area {
  name: string;
  /** Where it stands, as `/inbox`; one without only stands in the frame. */
  path?: string;
  /** Whether only leads have it. */
  forLeads?: true;
  /** Its screens, each loaded when it is first opened. */
  screens?: readonly Screen[];
  /** How much waits there, shown beside its name. */
  useBadge?(): number;
  /** Follows what concerns it while somebody is signed in, wherever they are; shows nothing. */
  Attendant?: ComponentType;
  /** How what is to do of its own before visitors come is told on Today, and where it is done; by its code. */
  todo?: Readonly<Record<string, (about: TodoLine['about'], done: boolean) => TodoWords>>;
  /** What of its own waits or needs a look, shown on Today. */
  OnToday?: ComponentType;
  /** How its figures of the day are told, by their codes. */
  day?: Readonly<Record<string, DayWords>>;
  /** Offers what it has in the command menu, beside its name; loaded when that is opened, and shows nothing. */
  Commands?: ComponentType;
  /** The keys of its places, for the sheet of all keys. */
  keys?: readonly KeyTable[];
  /** What it shows in the frame beneath the ways to screens, where there is room on wide ones. */
  Beneath?: ComponentType;
  /** What it shows above whichever screen is open. */
  Above?: ComponentType;
  /** What stands in the frame in place of a way to its screens. */
  Standing?: ComponentType;
}
