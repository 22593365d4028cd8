import { addFact, type Fact, givenFacts, productsShown, type Workplace } from '@kineta/core';
import { useMemo } from 'react';
import { useAccount, useSignedIn } from '../account/store.ts';
import { useProductMap } from '../products/products.ts';
import { useDraft } from './draft/draft.ts';

/** What the checks and sentences of a flow may know of the workspace. */
export function useWorkplace(): Required<Omit<Workplace, 'products'>> & Pick<Workplace, 'products'> {
  const { teams, members, skills, business, published } = useSignedIn();
  const products = useProductMap(useDraft(({ flow }) => flow !== null && productsShown(flow).length > 0));
  return useMemo(
    () => ({
      teams: teams.map(team => team.name),
      members: members.map(member => member.name),
      skills,
      flows: published,
      ...(products ? { products: [...products.keys()] } : {}),
      facts: business.map(({ value: _, ...fact }): Fact => ({ ...fact, scope: 'business' })),
    }),
    [teams, members, skills, business, published, products],
  );
}

/** The facts that may be used, by where they come from. A business fact becomes the flow’s when it is first used. */
export function useFacts(): { own: Fact[]; business: Fact[]; given: Fact[]; all: Fact[] } {
  const own = useDraft(state => state.flow?.facts);
  const { teams, facts } = useWorkplace();
  return useMemo(() => {
    const mine = own ?? [];
    const isNew = (fact: Fact): boolean => !mine.some(known => known.name === fact.name);
    const business = facts.filter(isNew);
    const given = givenFacts(teams).filter(isNew);
    return { own: mine, business, given, all: [...mine, ...business, ...given] };
  }, [own, teams, facts]);
}

/** The same, for where there is no component to ask from. */
export function knownFacts(): Fact[] {
  const own = useDraft.getState().flow?.facts ?? [];
  const { business = [], teams = [] } = useAccount.getState().account ?? {};
  const isNew = (fact: { name: string }): boolean => !own.some(known => known.name === fact.name);
  return [
    ...own,
    ...business.filter(isNew).map(({ value: _, ...fact }): Fact => ({ ...fact, scope: 'business' })),
    ...givenFacts(teams.map(team => team.name)).filter(isNew),
  ];
}

/** Makes a business fact known to the flow, so that its file says what it uses. To be called before one is used. */
export function declareFact(name: string): void {
  const { flow, edit } = useDraft.getState();
  if (!flow || flow.facts.some(fact => fact.name === name)) return;
  const known = useAccount.getState().account?.business.find(fact => fact.name === name);
  if (!known) return;
  const { value: _, ...fact } = known;
  edit(now => addFact(now, { ...fact, scope: 'business' }));
}

/** Whether a flow may keep something in a fact. */
export function isKept(fact: Fact): boolean {
  return fact.scope === 'conversation' || fact.scope === 'visitor';
}
