import { render } from 'preact';
import { Chat } from './chat.tsx';
import { Connection } from './connection.ts';
import { dressOfPage, wearFont } from './dress.ts';
import { Paced } from './paced.ts';
import { comesBack, mayKeep, takeAlong, trialHere } from './storage.ts';
import './window.css';

const { boarding = '', origin = '' } = document.body.dataset;
/**
 * The loader says on which page of the site the chat was opened, and where its visitor came from. Of the chat as a page of its own
 * there is none, and what stands behind its address a link may have brought.
 */
const around = new URLSearchParams(parent === window ? '' : location.hash.slice(1));

function device(): 'phone' | 'tablet' | 'computer' {
  if (matchMedia('(pointer: fine)').matches) return 'computer';
  return Math.min(screen.width, screen.height) < 600 ? 'phone' : 'tablet';
}
// As a page of its own it is on that.
const page = new URL(around.get('page') ?? '', location.href);
// What the page’s address hands over is no part of it.
const trial = trialHere(page.searchParams.get('kineta-try'));
page.searchParams.delete('kineta-try');
/** Who the page says is signed in; a lead who tries it is themselves. */
const who = (!trial && around.get('who')) || undefined;
const wayBack = page.searchParams.get('kineta-back');
page.searchParams.delete('kineta-back');
const visit = {
  // Behind a hash, which no address of a page brings here, stands what our own script hands over.
  page: page.pathname + page.search + page.hash,
  device: device(),
  language: navigator.language.slice(0, 35),
  ...(around.get('from') ? { referrer: around.get('from')!.slice(0, 2_000) } : {}),
};

/** The page around the frame hears from us only when it is the one that the server served us for. */
function tellParent(message: { kineta?: string; page?: string }): void {
  if (parent !== window) {
    if (origin !== '') parent.postMessage(message, origin);
  } else if (message.page) {
    // As a page of its own it stays where it is.
    open(new URL(message.page, origin));
  }
}

mayKeep(around.get('storage') !== 'wait');
// What is theirs stays in no browser.
if (who) takeAlong();
// A letter leads back into its conversation, in whichever browser it is read.
if (wayBack) comesBack(wayBack);
const dress = dressOfPage();
if (dress.asPage) {
  wearFont(around.get('font'));
  // What the device does not have of it, the page has.
  tellParent({ kineta: 'font' });
}
// Who wants less to move on their screen is not kept waiting either.
const pace = matchMedia('(prefers-reduced-motion: reduce)').matches ? ({ by: 'at once' } as const) : dress.pace;

/** A frame that is not shown has no height; nor has one, for a moment, that the page has not laid out yet. */
const sleeps = innerHeight === 0;
addEventListener('resize', () => innerHeight > 0 && connection.wakes());
let connection: Connection;
let chats = 0;
/** Begins the chat; again when the visitor has ended one with all of it erased. */
function begin(): void {
  connection = new Connection({ boarding, trial, who }, visit, to => tellParent({ kineta: 'go', page: to }), sleeps);
  render(
    <Chat
      key={++chats}
      feed={new Paced(connection, pace)}
      dress={dress}
      tellParent={tellParent}
      onAnew={begin}
      isTrial={Boolean(trial)}
    />,
    document.getElementById('chat') as HTMLElement,
  );
}

addEventListener('message', ({ source, origin: from, data }) => {
  if (source !== parent || from !== origin) return;
  if (data?.kineta === 'page') {
    if (data.page) connection.visits(String(data.page));
    else void import('./page-tells.ts').then(({ pageTells }) => pageTells(data, connection, tellParent));
  }
  if (data?.kineta === 'font') void import('./page-font.ts').then(({ wearFaces }) => wearFaces(data.faces));
  if (data?.kineta === 'storage') mayKeep(!who && data.storage !== 'wait');
});
begin();
