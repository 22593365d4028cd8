import { tellingRoutes } from '@kineta/contract';
import type { OwnTellings } from '@kineta/core';
import { toast } from 'sonner';
import { create } from 'zustand';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere, useRoute } from '../shell/query.ts';
import { useEndpointHere } from './places.tsx';

/** What one’s own becomes by a change. */
export type Change = (own: OwnTellings) => OwnTellings;

/** One’s own as it is to be, until the server has it and it was read again: what is read meanwhile may be older. */
const useChanged = create<{ own: OwnTellings | null }>(() => ({ own: null }));
/** What is on its way to the server. */
let sending: OwnTellings | null = null;
let isBusy = false;

/** One after the other, so that the last one is what is kept; what was changed again meanwhile goes as it is then. */
async function send(): Promise<void> {
  if (isBusy) return;
  isBusy = true;
  for (let own = useChanged.getState().own; own; own = useChanged.getState().own) {
    sending = own;
    await call(tellingRoutes.keepOwn, { body: own, outlivesPage: true }).catch(error => toast.error(sentenceOf(error)));
    sending = null;
    if (useChanged.getState().own === own) await changedHere(tellingRoutes.own);
    if (useChanged.getState().own === own) useChanged.setState({ own: null });
  }
  isBusy = false;
}

/** Who leaves the page as soon as they have changed something has changed it. */
addEventListener('pagehide', () => {
  const { own } = useChanged.getState();
  if (own && own !== sending) void call(tellingRoutes.keepOwn, { body: own, outlivesPage: true }).catch(() => {});
});

/** One’s own, shown at once as it is to be. */
export function useOwn() {
  const endpoint = useEndpointHere();
  const { data } = useRoute(
    tellingRoutes.own,
    { query: { endpoint: endpoint ?? undefined } },
    { wanted: endpoint !== undefined },
  );
  const changed = useChanged(({ own }) => own);
  const change = (to: Change) => {
    const known = useChanged.getState().own ?? data?.own;
    if (!known) return;
    useChanged.setState({ own: to(known) });
    void send();
  };
  return { data: data && { ...data, own: changed ?? data.own }, change };
}
