import type { ReachAnswer, ReachAsked, ReachTold, ToldCue } from '@kineta/contract';
import type { Carried } from '../ours.ts';
import { daysAway, made, recall, remember, withAppeared, withSentAway } from './memory.ts';
import { begins, isDue, press, seconds, share, watch } from './moments.ts';
import { showPrompt } from './prompt.ts';

/**
 * What a page loads more, behind the loader, where its site says which flow meets whom: it asks once which fit, and then knows by
 * itself when each has its moment. What it remembers of its visitor it keeps here alone, and not where the page waits for them to agree.
 */
const script = document.currentScript as HTMLScriptElement & Carried;
const ours = script.kineta!;
const { origin, pathname } = new URL(script.src);
const home = `${origin}${pathname.slice(0, -3)}/reach`;
/** A page that changes its address often asks at most so often, in milliseconds. */
const EVERY = 1_000;
/** How often in a row it is asked in vain before the chat comes as it is. */
const MOST_FAILED = 2;

let answer: ReachAnswer = { shows: false, cues: [], caps: { visit: 0, day: 0 }, dismiss: '' };
/** The cue that has appeared on this page, and what takes away what it shows. */
let appeared: ToldCue | undefined;
let takeAway: (() => void) | undefined;
let asks = 0;
let failed = 0;
let due: ReturnType<typeof setTimeout> | undefined;
let askedAt = 0;

const mayKeep = (): boolean => !script.dataset.storage;
const chat = (): HTMLElement | null => document.querySelector('kineta-chat');
const frame = (): HTMLIFrameElement | null | undefined => chat()?.shadowRoot?.querySelector('iframe');
const badge = (): HTMLElement | null | undefined => chat()?.shadowRoot?.querySelector('b');
/** Whoever writes on the page goes on writing there. */
const writes = (): boolean =>
  Boolean(document.activeElement?.matches('input, textarea, select, [contenteditable], iframe'));

function device(): ReachAsked['device'] {
  if (matchMedia('(pointer:fine)').matches) return 'computer';
  return Math.min(screen.width, screen.height) < 600 ? 'phone' : 'tablet';
}

const tell = (told: ReachTold): unknown => navigator.sendBeacon(`${home}/told`, JSON.stringify(told));

/** The first that fits and has its moment; whoever opens the chat before meets the first that fits. */
const current = (): ToldCue | undefined => answer.cues.find(({ waits, quiet }) => !quiet && isDue(waits));

function clear(): void {
  takeAway?.();
  takeAway = undefined;
}

const usual = ours.page;
let says = '';
ours.page = () => {
  const cue = appeared ?? current() ?? answer.cues.find(({ waits }) => waits.press === undefined);
  if (!cue) return usual();
  clear();
  tell({ cue: cue.id, what: 'taken' });
  const memory = recall(mayKeep());
  memory.mark ??= made();
  remember(memory, mayKeep());
  const carried = new URLSearchParams({
    'kineta-cue': [cue.id, memory.visits, seconds(), share(), location.origin].join('~'),
    'kineta-mark': memory.mark,
    ...(says ? { 'kineta-say': says } : {}),
  });
  says = '';
  // Behind a hash: what a link to the page could bring along is not taken for it.
  return `${usual()}#${carried}`;
};

function open(reply = ''): void {
  says = reply;
  ours.show(true, true);
}

/** Each way to appear, by its name. @returns whether it did */
const ways: Readonly<Record<string, (cue: ToldCue) => boolean>> = {
  open(cue) {
    // Over a small page, or over what somebody writes, it comes as a mark.
    if (device() === 'phone' || writes()) return ways.mark!(cue);
    ours.show(true, false);
    return true;
  },
  mark() {
    const mark = badge();
    if (mark) mark.textContent = '1';
    takeAway = () => mark?.replaceChildren();
    return true;
  },
  line(cue) {
    const { line = '', replies = [], picture } = cue.appears;
    takeAway = showPrompt(chat()!, {
      line,
      replies,
      // What is uploaded is ours, and not the page’s.
      picture: picture && { ...picture, src: new URL(picture.src, origin).href },
      dismiss: answer.dismiss,
      onTaken: open,
      onSentAway() {
        clear();
        remember(withSentAway(recall(mayKeep()), cue.id), mayKeep());
        chat()?.shadowRoot?.querySelector('button')?.focus();
      },
    });
    // Where the page leaves no room for words, the launcher has a mark.
    return takeAway ? true : ways.mark!(cue);
  },
};

/** Something may have come about. */
function look(): void {
  const cue = current();
  const way = cue && ways[cue.appears.how];
  if (!cue || !way || cue === appeared || frame() || !chat()) return;
  const memory = recall(mayKeep());
  const { visit, day } = answer.caps;
  if (memory.inVisit >= visit || memory.inDay >= day || memory.sentAway.includes(cue.id)) return;
  clear();
  appeared = cue;
  if (!way(cue)) return;
  remember(withAppeared(memory, cue.id), mayKeep());
  tell({ cue: cue.id, what: 'appeared' });
}

async function ask(): Promise<void> {
  const mine = ++asks;
  askedAt = Date.now();
  const memory = recall(mayKeep());
  const asked: ReachAsked = {
    page: location.href.slice(0, 2_000),
    referrer: document.referrer.slice(0, 2_000),
    device: device(),
    language: navigator.language.slice(0, 35),
    visits: memory.visits,
    daysAway: daysAway(memory),
    lot: memory.lot,
    appeared: memory.appeared,
    mark: memory.mark,
    who: script.dataset.who,
  };
  try {
    // As plain text, so that no question has to go ahead of it.
    const reply = await fetch(home, { method: 'POST', body: JSON.stringify(asked), credentials: 'omit' });
    if (!reply.ok) throw new Error();
    const told: ReachAnswer = await reply.json();
    if (mine !== asks) return;
    failed = 0;
    answer = told;
  } catch {
    if (mine !== asks) return;
    if (++failed < MOST_FAILED) {
      due = setTimeout(ask, EVERY * 2);
      return;
    }
    // Nobody knows: the chat is there, and does nothing by itself.
    answer = { ...answer, shows: true, cues: [] };
  }
  clear();
  appeared = undefined;
  const there = chat();
  if (answer.shows && !there) ours.arrive(true);
  // What goes on is not taken away from whoever is in the middle of it.
  else if (there && !frame()) there.style.display = answer.shows ? '' : 'none';
  look();
}

/** What is marked with the name of a cue leads into it, and goes nowhere else. */
document.addEventListener('click', event => {
  const name = (event.target as Element).closest<HTMLElement>('[data-kineta]')?.dataset.kineta;
  if (name && start(name)) event.preventDefault();
});

function start(name: string): boolean {
  const cue = answer.cues.find(({ waits }) => waits.press === name);
  if (!cue) return false;
  press(name);
  if (!isDue(cue.waits)) return false;
  clear();
  appeared = cue;
  // A chat that is there already comes anew, by this cue.
  frame()?.remove();
  if (!chat()) ours.arrive(true);
  open();
  return true;
}
ours.start = start;
ours.again = ask;

let at = location.href;
/** A page of one piece has gone on to another of its routes. */
function follow(): void {
  if (at === location.href) return;
  at = location.href;
  begins();
  clear();
  clearTimeout(due);
  due = setTimeout(ask, Math.max(0, askedAt + EVERY - Date.now()));
}

(window as { navigation?: EventTarget }).navigation?.addEventListener('currententrychange', follow);
addEventListener('popstate', follow);
watch(look);
// Not in one go with what comes before it: the page is kept by neither for long.
if (document.body) setTimeout(ask);
else addEventListener('DOMContentLoaded', ask);
