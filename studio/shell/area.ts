import type { ComponentType } from 'react';
import type { NavigateFunction, RouteObject } from 'react-router';
import type { KeyTable } from '../ui/key-table.ts';
import type { Command } from './commands.ts';

/** A part of the studio: all that the frame, the router and the command menu need of it. They only go through the list. */
export interface Area {
  name: string;
  /** Where it stands, as `/inbox`; one without only stands in the frame. */
  path?: string;
  /** Whether only leads have it. */
  forLeads?: true;
  /** Its screens, each loaded when it is first opened. */
  screens?: RouteObject[];
  /** How much waits there, shown beside its name. */
  useBadge?(): number;
  /** Follows what concerns it while somebody is signed in, wherever they are; shows nothing. */
  Attendant?: ComponentType;
  /** What it offers in the command menu beside its name, asked for when that is opened. */
  useCommands?(navigate: NavigateFunction): readonly Command[];
  /** The keys of its places, for the sheet of all keys. */
  keys?: readonly KeyTable[];
  /** What stands in the frame in place of a way to its screens. */
  Standing?: ComponentType;
}
