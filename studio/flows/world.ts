import { plainVisit, type World } from '@kineta/core';
import { useMemo } from 'react';
import { useSignedIn } from '../account/store.ts';

/** Everyone in, or everyone gone home: what hand-overs meet in the rehearsal. */
export type Office = 'open' | 'closed';

/** The world of a rehearsal: the workspace’s, today, with its teams in or out as the lead wishes. */
export function useWorld(office: Office = 'open'): World {
  const { workspace, teams, business } = useSignedIn();
  return useMemo(() => {
    const closed = { zone: workspace.zone, open: [], closedOn: [] };
    return {
      now: Date.now(),
      zone: workspace.zone,
      visitor: 'rehearsal',
      random: () => 0.5,
      locale: workspace,
      country: workspace.country,
      business: Object.fromEntries(business.map(fact => [fact.name, fact.value])),
      visit: plainVisit,
      hours: office === 'open' ? {} : Object.fromEntries(teams.map(team => [team.name, closed])),
    };
  }, [office, workspace, teams, business]);
}
