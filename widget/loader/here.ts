import type { Here, HereAnswer } from '@kineta/contract';

/**
 * Says, while somebody looks at the page and has no chat, that they are there, and asks whether anybody of the team has
 * something to say to them; then the chat comes. What the tab is known by is made up here, says nothing of its visitor, and is
 * kept for the tab alone: not at all where the page waits for its visitor to agree to that.
 */
const EVERY = 10_000;
/** Who has done nothing on a page for so long is asked for no longer, until they do. */
const MOST_ASKED = 180;
/** After so many answers that did not come it is given up on this page. */
const MOST_FAILED = 5;
const TAB = 'kineta.tab';

const { origin, search } = new URL(import.meta.url);
const key = search.slice(1);

function tabOf(): string {
  const made = btoa(String.fromCharCode(...crypto.getRandomValues(new Uint8Array(16)))).replace(/[+/=]/g, sign =>
    sign === '+' ? '-' : sign === '/' ? '_' : '',
  );
  const script = document.querySelector<HTMLScriptElement>(`script[src*="/w/${CSS.escape(key)}.js"]`);
  try {
    if (script?.dataset.storage) return made;
    sessionStorage[TAB] ??= made;
    return sessionStorage[TAB];
  } catch {
    // A browser that keeps nothing: each page is another’s.
  }
  return made;
}
const tab = tabOf();

const chat = (): ShadowRoot | null | undefined => document.querySelector('kineta-chat')?.shadowRoot;
/** Who has opened the chat, or had it open on the page before, stands in the inbox already. */
const hasChat = (): boolean => Boolean(chat()?.querySelector('iframe'));

function device(): Here['device'] {
  if (matchMedia('(pointer:fine)').matches) return 'computer';
  return Math.min(screen.width, screen.height) < 600 ? 'phone' : 'tablet';
}

/** Whoever writes on the page goes on writing there. */
const writes = (): boolean =>
  Boolean(document.activeElement?.matches('input, textarea, select, [contenteditable], iframe'));

/**
 * The chat comes, and says to whom it does: open, or as a message at its launcher where it would lie over the page, as on a
 * phone, or take the keyboard away.
 */
function come(): void {
  const button = chat()?.querySelector('button');
  if (!button || hasChat()) return;
  const before = document.activeElement as HTMLElement | null;
  const aside = device() === 'phone' || writes();
  button.click();
  const frame = chat()?.querySelector('iframe');
  if (!frame) return;
  const address = new URL(frame.src);
  const visit = new URLSearchParams(address.hash.slice(1));
  const page = new URL(visit.get('page') ?? '/', location.href);
  page.searchParams.set('kineta-met', tab);
  visit.set('page', page.pathname + page.search);
  address.hash = String(visit);
  // Nothing of the frame has loaded yet.
  frame.src = address.href;
  if (!aside) return;
  button.click();
  // Putting it away puts the keyboard at its button.
  button.blur();
  before?.focus({ preventScroll: true });
}

let asked = 0;
let failed = 0;
let asking = false;
async function ask(): Promise<void> {
  const isSeen = document.visibilityState === 'visible' && chat() && !hasChat();
  if (!isSeen || asking || asked >= MOST_ASKED || failed >= MOST_FAILED) return;
  asking = true;
  asked++;
  const here: Here = {
    passer: tab,
    page: location.pathname,
    device: device(),
    language: navigator.language.slice(0, 35),
    // From which of its own pages they came, they have told there.
    referrer: document.referrer.startsWith(`${location.origin}/`) ? '' : document.referrer.slice(0, 2_000),
  };
  try {
    // As plain text, so that no question has to go ahead of it.
    const answer = await fetch(`${origin}/w/${key}/here`, {
      method: 'POST',
      body: JSON.stringify(here),
      credentials: 'omit',
    });
    failed = answer.ok || answer.status >= 429 ? failed : MOST_FAILED;
    if (!answer.ok) throw new Error();
    failed = 0;
    if (((await answer.json()) as HereAnswer).come) come();
  } catch {
    failed++;
  }
  asking = false;
}

/** They do something: it is asked again, at once when they come back or go on to another page. */
const acts = (): void => {
  asked = 0;
};
for (const act of ['scroll', 'pointerdown', 'keydown']) addEventListener(act, acts, { passive: true });
const goesOn = (): void => {
  acts();
  void ask();
};
document.addEventListener('visibilitychange', goesOn);
(window as { navigation?: EventTarget }).navigation?.addEventListener('currententrychange', goesOn);
setInterval(ask, EVERY);
void ask();
