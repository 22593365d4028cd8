import type { Fact, FactType } from '@kineta/core';
import { type ComponentType, createContext, useContext } from 'react';

/** What a condition may ask about, where it is written. */
export interface ConditionFacts {
  all: readonly Fact[];
  /** Picks one of them. */
  Pick: ComponentType<{ value: string; onPick: (fact: string) => void }>;
  /** What one holds that may just have been made. */
  typeOf(fact: string): FactType | undefined;
  /** One is taken into a formula. */
  onTaken?: (fact: string) => void;
}

const Facts = createContext<ConditionFacts | undefined>(undefined);

/** Says what conditions inside of it may ask about. */
export const ConditionFactsProvider = Facts.Provider;

export function useConditionFacts(): ConditionFacts {
  const facts = useContext(Facts);
  if (!facts) throw new Error('Conditions are written where it is said what they may ask about.');
  return facts;
}
