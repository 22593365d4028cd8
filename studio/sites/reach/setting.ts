import type { SiteReach } from '@kineta/contract';
import { createContext, useContext } from 'react';

/** What cues are written among: the flows that may be met, and how often each was. */
const Setting = createContext<SiteReach | undefined>(undefined);
export const ReachSettingProvider = Setting.Provider;

export function useReachSetting(): SiteReach {
  const setting = useContext(Setting);
  if (!setting) throw new Error('A cue is written where it is known which flows there are.');
  return setting;
}
