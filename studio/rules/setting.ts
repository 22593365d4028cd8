import type { RuleNames, RuleRow } from '@kineta/contract';
import type { Fact } from '@kineta/core';
import { createContext, useContext } from 'react';

/** What a rule is written among: what it may name, and what it may ask about. */
export interface RuleSetting {
  names: RuleNames;
  facts: readonly Fact[];
  rules: readonly RuleRow[];
}

const Setting = createContext<RuleSetting | undefined>(undefined);
export const RuleSettingProvider = Setting.Provider;

export function useRuleSetting(): RuleSetting {
  const setting = useContext(Setting);
  if (!setting) throw new Error('A rule is written where it is known what it may name.');
  return setting;
}
