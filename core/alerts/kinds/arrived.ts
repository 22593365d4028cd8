import type { AlertKind } from './kind.ts';

/** A visitor has begun a conversation. */
export const arrived: AlertKind = {
  alert: 'arrived',
  calledBy: { opened: () => ({ team: null }) },
};
