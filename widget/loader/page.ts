import type { ChatState, FromPage, ToPage } from '@kineta/contract';
import type { Carried, OursOnPage } from './ours.ts';

/**
 * What a page’s own script imports to speak with the chat: `import * as chat from '…/w/page.js'`. It waits for the chat’s loader,
 * which stands on the page as ever, and does nothing that a visitor could not do, but for what it says of them.
 */
const { origin } = new URL(import.meta.url);
/** So many characters of facts are told at once. */
const MOST_TOLD = 4_000;
/** So many characters of an address they may take; more are told once the chat is there. */
const MOST_CARRIED = 5_000;
/** So often it is looked for the loader, each so many milliseconds after the time before. */
const MOST_LOOKS = 1_200;
const EVERY = 50;

/** What happens that a page can listen to, with what is told of it. */
export interface ChatEvents {
  /** The chat came into sight, or went out of it. */
  opened: undefined;
  closed: undefined;
  /** So many messages wait to be looked at. */
  unread: number;
  /** A conversation goes on here, by its number. */
  began: string;
  /** The visitor sent something; somebody of the team did. What was said is theirs. */
  wrote: undefined;
  answered: undefined;
  /** Who has the conversation now: a flow, nobody yet as it waits for a person, an agent, or nobody any more. */
  held: ChatState['holder'];
}
type Listener<Name extends keyof ChatEvents> = (told: ChatEvents[Name]) => void;

const listeners = new Map<keyof ChatEvents, Set<Listener<never>>>();
let facts: Record<string, unknown> = {};
/** What was said while the chat’s frame came, for when it is there; and whether it is. */
let late: Record<string, unknown> = {};
let isThere = true;

function tell<Name extends keyof ChatEvents>(name: Name, told: ChatEvents[Name]): void {
  for (const listener of listeners.get(name) ?? []) (listener as Listener<Name>)(told);
}

const script = (): (HTMLScriptElement & Carried) | null =>
  document.querySelector<HTMLScriptElement & Carried>(`script[src^="${origin}/w/"]:not([type=module])`);

/** The loader, once it is there and has the page; it may be loaded after this. */
const loaded = new Promise<OursOnPage>((resolve, reject) => {
  const look = (looks: number): void => {
    const ours = script()?.kineta;
    if (ours?.show) resolve(ours);
    else if (looks < MOST_LOOKS) setTimeout(look, EVERY, looks + 1);
    else reject(new Error('The chat’s own line is not on this page.'));
  };
  look(1);
});

const chat = (): HTMLElement | null => document.querySelector('kineta-chat');
const frame = (): HTMLIFrameElement | null | undefined => chat()?.shadowRoot?.querySelector('iframe');
const isOpen = (): boolean => Boolean(frame() && !frame()!.hidden);

function send(message: FromPage): void {
  frame()?.contentWindow?.postMessage(message, origin);
}

/** What is told of a frame of the chat as it comes: what the page knows of its visitor, and that it is listened to. */
void loaded.then(ours => {
  const usual = ours.page;
  ours.page = () => {
    if (Object.keys(facts).length === 0) return usual();
    const page = usual();
    const carried = String(new URLSearchParams({ 'kineta-facts': JSON.stringify(facts) }));
    if (carried.length <= MOST_CARRIED) return `${page}${page.includes('#') ? '&' : '#'}${carried}`;
    late = facts;
    return page;
  };
  let was = isOpen();
  let known: HTMLIFrameElement | null | undefined;
  const look = (): void => {
    if (known !== frame()) {
      const isFirst = known === undefined;
      known = frame();
      // The first may have come before this did.
      isThere = isFirst;
      if (isFirst) send({ kineta: 'page', hears: true });
      known?.addEventListener('load', () => {
        isThere = true;
        const unheard = isFirst ? facts : late;
        send({ kineta: 'page', hears: true, ...(Object.keys(unheard).length > 0 ? { facts: unheard } : {}) });
        late = {};
      });
    }
    if (was === isOpen()) return;
    was = isOpen();
    tell(was ? 'opened' : 'closed', undefined);
  };
  const watches = new MutationObserver(look);
  // Where the chat does not show yet, it comes to the end of the page.
  const comes = new MutationObserver(() => watch());
  const watch = (): void => {
    const root = chat()?.shadowRoot;
    comes.disconnect();
    if (root) watches.observe(root, { childList: true, subtree: true, attributes: true, attributeFilter: ['hidden'] });
    else comes.observe(document.body, { childList: true });
    look();
  };
  if (document.body) watch();
  else addEventListener('DOMContentLoaded', watch);
}, console.warn);

addEventListener('message', ({ source, origin: from, data }) => {
  if (from !== origin || source !== frame()?.contentWindow) return;
  if (data?.kineta === 'unread') tell('unread', Number(data.count) || 0);
  if (data?.kineta === 'happened') {
    const { name, told } = data as ToPage;
    tell(name, told as never);
  }
});

/** Listens to what happens in the chat. @returns stops that */
export function on<Name extends keyof ChatEvents>(name: Name, listener: Listener<Name>): () => void {
  const all = listeners.get(name) ?? new Set();
  listeners.set(name, all.add(listener));
  return () => void all.delete(listener);
}

/** Opens the chat, as whoever presses its launcher does. */
export async function open(): Promise<void> {
  const ours = await loaded;
  if (!chat()) ours.arrive(true);
  ours.show(true, true);
}

/** Puts it out of sight. */
export async function close(): Promise<void> {
  const ours = await loaded;
  if (isOpen()) ours.show(false, true);
}

/**
 * Opens the chat with the flow whose cue waits for this name: the same as on an element, `data-kineta="price"`.
 * @returns whether there is one that fits this visitor; where not, nothing happens
 */
export async function start(name: string): Promise<boolean> {
  const { start: starts } = await loaded;
  return starts ? starts(name) : false;
}

/**
 * Says what the page knows of its visitor, by the names of facts that the flow lets be set from outside: in the conversation that
 * goes on, and in whatever begins on this page. Values are texts, which are understood as if they had been typed, numbers, yes or
 * no, or lists of texts.
 * @throws {RangeError} when that is more than can be told at once
 */
export async function setFacts(told: Record<string, unknown>): Promise<void> {
  const all = { ...facts, ...told };
  if (JSON.stringify(all).length > MOST_TOLD) throw new RangeError('That is more than a page may tell at once.');
  facts = all;
  await loaded;
  if (isThere) send({ kineta: 'page', facts: told });
  else late = { ...late, ...told };
}

/**
 * Says who is signed in on the page, by a token that the site’s server has signed: their conversations are theirs in any browser
 * from then on. The same as `data-who` at the loader’s script, which is there sooner.
 * @throws {Error} with what is wrong with the token
 */
export async function signIn(token: string): Promise<void> {
  const ours = await loaded;
  const { src } = script()!;
  const reply = await fetch(`${src.slice(0, -3)}/signed-in`, { method: 'POST', body: token, credentials: 'omit' });
  if (!reply.ok) throw new Error((await reply.json()).detail);
  script()!.dataset.who = token;
  await anew(ours);
}

/** Nobody is signed in any more: the chat is a stranger’s from here on. */
export async function signOut(): Promise<void> {
  const ours = await loaded;
  delete script()!.dataset.who;
  facts = {};
  await anew(ours);
}

/** The chat comes anew for somebody else, open where it was. */
async function anew(ours: OursOnPage): Promise<void> {
  const was = isOpen();
  frame()?.remove();
  await ours.again?.();
  if (was) ours.show(true, false);
}
