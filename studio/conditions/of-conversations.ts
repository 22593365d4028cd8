import type { Fact } from '@kineta/core';
import { useMemo } from 'react';
import { FactPick } from './fact-pick.tsx';
import type { ConditionFacts } from './facts.ts';

/** What conditions may ask about a conversation, outside of any flow. */
export function useFactsOfConversations(facts: readonly Fact[]): ConditionFacts {
  return useMemo(
    () => ({ all: facts, Pick: FactPick, typeOf: name => facts.find(fact => fact.name === name)?.type }),
    [facts],
  );
}
