import { drawLauncher } from './launcher.ts';
import type { Carried, OursOnPage } from './ours.ts';

/**
 * What a page includes: a button at the corner, and the chat in a frame once it is asked for. Nothing of the page is
 * read but its address and where its visitor came from, nothing in it moves, and its styles do not reach in here.
 */
const script = document.currentScript as HTMLScriptElement & Carried;
/** What goes behind this says whether the chat shows here: where the server said so ahead of it. */
const asks = script.kineta;
const chat = new URL(script.src);
const home = `${chat.origin}${chat.pathname.slice(0, -3)}/`;
/** The page may name the button; else it has the name that the server fills in here, such as “Ask Robin”. */
const label = script.dataset.label ?? '%LABEL%';
const OPEN = 'kineta.open';

const host = document.createElement('kineta-chat');
const { button, badge } = drawLauncher(
  host.attachShadow({ mode: 'open' }),
  { style: '%STYLE%', label, picture: '%PICTURE%' },
  chat.origin,
);
let frame: HTMLIFrameElement | undefined;

const pageNow = (): string => location.pathname + location.search;

/** A page whose visitor has not agreed to anything being stored says `data-storage="wait"`, and takes it away once they have. */
const storage = (): string => script.dataset.storage!;

/** Says how much waits, at the launcher and before the page’s title. */
function unread(count: string): void {
  badge.textContent = count;
  document.title = (count && `(${count}) `) + document.title.replace(/^\(\d+\) /, '');
}

const tell = (news: object): void => frame?.contentWindow?.postMessage(news, chat.origin);
const isOpen = () => frame?.isConnected && !frame.hidden;
/**
 * Keeps for the next page whether the chat is open, or was before it was closed. Nothing is kept where the page waits for its
 * visitor to agree, or forbids storage.
 */
function keepOpen(): void {
  try {
    if (frame && !storage()) sessionStorage[OPEN] = isOpen() ? 1 : 0;
    else delete sessionStorage[OPEN];
  } catch {}
}

/** @param away out of sight, to tell of what comes */
function show(open: boolean, focus: boolean, away?: true): void {
  // A blocker may have taken the frame away: then there is another.
  if (open && !frame?.isConnected) {
    frame = document.createElement('iframe');
    frame.title = label;
    frame.referrerPolicy = 'origin';
    // Whatever is said at the script goes along: what may be stored, and who is signed in.
    const visit = new URLSearchParams({
      ...(script.dataset as Record<string, string>),
      page: away ? pageNow() : ours.page(),
      from: document.referrer,
      font: getComputedStyle(document.body).fontFamily,
    });
    frame.src = `${home}window#${visit}`;
    frame.hidden = away!;
    host.shadowRoot!.append(frame);
  } else if (frame) {
    frame.hidden = !open;
    tell({ kineta: open ? 'shown' : 'hidden', focus });
  }
  // An attribute makes words of it by itself.
  button.ariaExpanded = (open && !away) as unknown as string;
  unread('');
  keepOpen();
  if (!open && focus) button.focus();
}

button.onclick = () => show(!isOpen(), true);
addEventListener('message', event => {
  const { data } = event;
  if (!frame || event.source !== frame.contentWindow || event.origin !== chat.origin) return;
  if (data.kineta === 'close') show(false, true);
  if (data.kineta === 'go') {
    // The chat goes along: the next page opens it again.
    const { href } = new URL(data.page, location.href);
    if (/^http/.test(href) && href !== location.href) location.assign(href);
  }
  if (data.kineta === 'unread') unread(data.count || '');
});

new MutationObserver(() => {
  tell({ kineta: 'storage', storage: storage() });
  keepOpen();
}).observe(script, { attributes: true });

/** This page has the chat: so that its owner knows. */
const alive = (): unknown => navigator.sendBeacon(`${home}alive`, location.pathname);

/** A page of one piece goes on to another of its routes without being loaded. */
let at = pageNow();
function follow(): void {
  if (at === pageNow()) return;
  at = pageNow();
  tell({ kineta: 'page', page: at });
  alive();
}

/** @param anyway it was asked whether it shows here, and it does */
function arrive(anyway?: true): void {
  let was: unknown;
  try {
    // A letter leads back into its conversation.
    was = sessionStorage[OPEN] ?? (/kineta-back/.test(at) && '1');
  } catch {}
  // Who is in the middle of a conversation keeps it, wherever it shows.
  if (asks && !anyway && !was) return;
  document.body.append(host);
  const loaded = (): void => {
    alive();
    // Who closed it is told of what comes all the same.
    if (was === '0') show(true, false, true);
  };
  if (document.readyState === 'complete') loaded();
  else addEventListener('load', loaded);
  // Browsers without it know the page that the chat was opened on.
  (window as { navigation?: EventTarget }).navigation?.addEventListener('currententrychange', follow);
  if (was === '1') show(true, false);
}
/** For what goes behind this, where a site says whom its chat meets. */
const ours: OursOnPage = { arrive, show, page: pageNow };
script.kineta = ours;
if (document.body) arrive();
else addEventListener('DOMContentLoaded', () => arrive());
