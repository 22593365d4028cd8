import type { Reader } from '@kineta/core';
import { useMemo } from 'react';
import { useSignedIn } from '../account/store.ts';
import { wholeTime } from '../ui/time.ts';

/** For whom entries are put into words: who is signed in. */
export function useReader(): Reader {
  const { workspace } = useSignedIn();
  return useMemo(() => ({ locale: workspace, time: wholeTime }), [workspace]);
}
