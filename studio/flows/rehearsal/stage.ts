import { plainSetting, productsShown, type RehearsalStage, type World, worldOf } from '@kineta/core';
import { useMemo } from 'react';
import { useSignedIn } from '../../account/store.ts';
import { useProductMap } from '../../products/products.ts';
import { useDraft } from '../draft/draft.ts';

/** What of the workspace rehearsals go by. */
export function useStage(): RehearsalStage {
  const { workspace, teams, business, wishes, sure } = useSignedIn();
  const products = useProductMap(useDraft(({ flow }) => flow !== null && productsShown(flow).length > 0));
  return useMemo(
    () => ({
      wishes,
      ...(sure ? { sure } : {}),
      zone: workspace.zone,
      country: workspace.country,
      locale: workspace,
      business: Object.fromEntries(business.map(fact => [fact.name, fact.value])),
      hours: Object.fromEntries(teams.flatMap(({ name, hours }) => (hours ? [[name, hours]] : []))),
      teams: teams.map(({ name }) => name),
      ...(products ? { products } : {}),
    }),
    [workspace, teams, business, wishes, sure, products],
  );
}

/** A plain day in the workspace, for what is shown of a step by itself. */
export function useWorld(): World {
  const stage = useStage();
  return useMemo(() => worldOf(plainSetting, stage), [stage]);
}

/** The date and time as clocks in a zone show them now, such as 2026-11-24T10:30:00. */
export function clockNow(zone: string): string {
  return new Date().toLocaleString('sv-SE', { timeZone: zone }).replace(' ', 'T');
}
