import type { Alert } from '@kineta/contract';
import type { Sound } from '@kineta/core';
import { toast } from 'sonner';
import { idleFor } from '../account/here.ts';
import { live, useConnection } from '../shell/live.ts';
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

/** What was heard of here lately: what the server tells again, as it may have been missed, is told once. */
const heard = new Set<string>();
const MOST_HEARD = 500;

function isNew(alert: string): boolean {
  if (heard.has(alert)) return false;
  heard.add(alert);
  for (const oldest of heard) {
    if (heard.size <= MOST_HEARD) break;
    heard.delete(oldest);
  }
  return true;
}

/** What came so many milliseconds before a page was there is told to it: it may be the one that was just left. */
const BEFORE_IT = 10_000;
/** For how many milliseconds a connection may be lost before that is noticed. */
const UNNOTICED = 60_000;
/** When it was noticed last that the connection was lost, or there again. */
let noticed: number | undefined;

/** Asks for what came while this page was cut off, or was not there yet. */
function askForMissed(): void {
  const now = Date.now();
  live().emit('alertsMissed', { for: noticed === undefined ? BEFORE_IT : now - noticed + UNNOTICED });
  noticed = now;
}

/** Shows and sounds what one is told of, wherever one is. @returns stops that */
export function followAlerts(go: (to: string) => void): () => void {
  const socket = live();
  const onAlert = (one: { alert: Alert; sound: Sound | null }) => {
    if (!isNew(one.alert.id)) return;
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
  const onLost = () => {
    noticed = Date.now();
  };
  const stopAsking = useConnection.subscribe(({ epoch }, before) => epoch !== before.epoch && askForMissed());
  if (socket.connected) askForMissed();
  socket.on('disconnect', onLost);
  socket.on('alert', onAlert);
  socket.on('alertsOver', onOver);
  const doing = ['visibilitychange', 'pointerdown', 'keydown'] as const;
  for (const event of doing) document.addEventListener(event, say, { passive: true });
  navigator.serviceWorker?.addEventListener('message', onMessage);
  return () => {
    for (const timer of settling.values()) clearTimeout(timer);
    settling.clear();
    stopAsking();
    socket.off('disconnect', onLost);
    socket.off('alert', onAlert);
    socket.off('alertsOver', onOver);
    for (const event of doing) document.removeEventListener(event, say);
    navigator.serviceWorker?.removeEventListener('message', onMessage);
  };
}
