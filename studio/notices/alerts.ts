import type { Alert } from '@kineta/contract';
import type { Sound } from '@kineta/core';
import { toast } from 'sonner';
import { idleFor } from '../account/here.ts';
import { live } from '../shell/live.ts';
import { alertWordsOf } from './kinds.ts';
import { playOnce } from './sounds.ts';

/** Who has done nothing for so many milliseconds may not be looking, though the page is open. */
const LOOKS_WITHIN = 60_000;
/** For how many milliseconds it stands in the corner. */
const STANDS = 15_000;

const looks = (): boolean => document.visibilityState === 'visible' && idleFor() < LOOKS_WITHIN;

/** What came while nobody looked: it is seen when somebody does. */
const unseen = new Set<string>();

function say(): void {
  if (unseen.size === 0 || !looks()) return;
  live().emit('alertsSeen', { ids: [...unseen].slice(-50) });
  unseen.clear();
}

/** What may be over again before anybody hears of it. */
const settling = new Map<string, ReturnType<typeof setTimeout>>();

/** What is shown of an alert, and heard. */
function come({ alert, sound }: { alert: Alert; sound: Sound | null }, go: (to: string) => void): void {
  settling.delete(alert.id);
  const to = `/inbox/${alert.conversation}`;
  unseen.add(alert.id);
  const isBeforeThem = looks() && location.pathname === to;
  if (sound && !isBeforeThem) playOnce(alert.id, sound).catch(() => {});
  if (alertWordsOf(alert.of).corner && !isBeforeThem)
    toast(alert.says, {
      id: `alert ${alert.id}`,
      duration: STANDS,
      action: { label: 'Open', onClick: () => go(to) },
    });
  say();
}

/** Shows and sounds what one is told of, wherever one is. @returns stops that */
export function followAlerts(go: (to: string) => void): () => void {
  const socket = live();
  const onAlert = (one: { alert: Alert; sound: Sound | null }) => {
    const { settles } = alertWordsOf(one.alert.of);
    if (settles === undefined) come(one, go);
    else
      settling.set(
        one.alert.id,
        setTimeout(() => come(one, go), settles),
      );
  };
  const onOver = ({ ids }: { ids: string[] }) => {
    for (const id of ids) {
      clearTimeout(settling.get(id));
      settling.delete(id);
      unseen.delete(id);
      toast.dismiss(`alert ${id}`);
    }
  };
  const onMessage = ({ data }: MessageEvent<{ go?: unknown }>) => {
    if (typeof data?.go === 'string' && data.go.startsWith('/')) go(data.go);
  };
  socket.on('alert', onAlert);
  socket.on('alertsOver', onOver);
  const doing = ['visibilitychange', 'pointerdown', 'keydown'] as const;
  for (const event of doing) document.addEventListener(event, say, { passive: true });
  navigator.serviceWorker?.addEventListener('message', onMessage);
  return () => {
    for (const timer of settling.values()) clearTimeout(timer);
    settling.clear();
    socket.off('alert', onAlert);
    socket.off('alertsOver', onOver);
    for (const event of doing) document.removeEventListener(event, say);
    navigator.serviceWorker?.removeEventListener('message', onMessage);
  };
}
