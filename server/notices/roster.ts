import type { Roster } from '@kineta/core';
import type { Directory } from '../house/ports.ts';

/** Who there is to be told. */
export const rosterOf = ({ members, teams }: Directory): Roster => ({
  members: [...members.values()],
  teams: [...teams.values()],
});
