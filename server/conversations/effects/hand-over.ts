import type { Effect } from '../../house/effect.ts';

/** The conversation waits for a person of the team, or for whoever is there. */
export const handOver: Effect<'hand over'> = {
  acts: ['hand over'],
  async carryOut(acts, { came, directory }) {
    const { team: name, since } = acts.at(-1)!;
    const team = [...directory.teams.values()].find(known => known.name === name)?.id ?? null;
    came.to = { does: 'hand over', team, ...(since === undefined ? {} : { since }) };
  },
};
