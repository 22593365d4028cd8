/**
 * What a page includes: a button at the corner, and the chat in a frame once it is asked for. Nothing of the page is
 * read but its address and where its visitor came from, nothing in it moves, and its styles do not reach in here.
 */
const script = document.currentScript as HTMLScriptElement;
const chat = new URL(script.src);
const home = chat.href.replace(/\.js([?#].*)?$/, '/window');
/** The page may name the button; else it has the name that the server fills in here, such as “Ask Robin”. */
const label = script.dataset.label ?? '%LABEL%';
const OPEN = 'kineta.open';

const host = document.createElement('kineta-chat');
const root = host.attachShadow({ mode: 'open' });
root.innerHTML = `<style>
:host{all:initial;position:fixed;inset:auto 0 0 auto;z-index:2147483000}
button{all:unset;position:fixed;right:26px;bottom:22px;box-sizing:border-box;min-height:44px;padding:0 18px;display:flex;align-items:center;gap:10px;background:#0e5a5f;color:#fff;font:500 15px/1 system-ui,sans-serif;border-radius:10px 10px 2px 10px;box-shadow:0 6px 18px rgb(14 40 42/.25);cursor:pointer}
button:hover{background:#0a494d}
button:focus-visible{outline:3px solid #0e5a5f;outline-offset:3px}
svg{width:16px;height:16px}
b{min-width:20px;padding:3px 6px;box-sizing:border-box;border-radius:10px;background:#f6e6c8;color:#6b4300;font-size:12px;text-align:center}
b:empty{display:none}
iframe{position:fixed;right:26px;bottom:80px;width:376px;height:min(604px,calc(100dvh - 100px));border:0;border-radius:14px;box-shadow:0 14px 44px rgb(20 40 42/.28);background:#fffdf8;color-scheme:light}
iframe[hidden]{display:none}
@media(max-width:480px){iframe{inset:0;width:100%;height:100dvh;border-radius:0}button{right:14px;bottom:14px}button[aria-expanded=true]{display:none}}
@media(prefers-reduced-motion:no-preference){iframe{animation:k .18s ease-out}@keyframes k{from{transform:translateY(10px);opacity:0}}}
</style><button type="button" aria-expanded="false" aria-haspopup="dialog"><svg viewBox="0 0 16 16" fill="none" stroke="currentColor" stroke-width="2" stroke-linecap="round" aria-hidden="true"><path d="M2 3h11M2 8h7M2 13h9"/></svg><span></span><b></b></button>`;
const button = root.querySelector('button') as HTMLButtonElement;
const badge = root.querySelector('b') as HTMLElement;
(root.querySelector('span') as HTMLElement).textContent = label;
let frame: HTMLIFrameElement | undefined;

function remember(open: boolean): void {
  try {
    if (open) sessionStorage.setItem(OPEN, '1');
    else sessionStorage.removeItem(OPEN);
  } catch {
    // A page may forbid storage; the chat then stays closed on its next page.
  }
}

function show(open: boolean, focus: boolean): void {
  if (open && !frame) {
    frame = document.createElement('iframe');
    frame.title = label;
    frame.referrerPolicy = 'origin';
    const visit = new URLSearchParams({ page: location.pathname + location.search, from: document.referrer });
    frame.src = `${home}#${visit}`;
    root.append(frame);
  } else if (frame) {
    frame.hidden = !open;
    frame.contentWindow?.postMessage({ kineta: open ? 'shown' : 'hidden', focus }, chat.origin);
  }
  button.setAttribute('aria-expanded', String(open));
  badge.textContent = '';
  remember(open);
  if (!open && focus) button.focus();
}

button.onclick = () => show(button.getAttribute('aria-expanded') === 'false', true);
addEventListener('message', event => {
  if (!frame || event.source !== frame.contentWindow || event.origin !== chat.origin) return;
  if (event.data.kineta === 'close') show(false, true);
  if (event.data.kineta === 'go') {
    // The chat goes along: the next page opens it again.
    const page = new URL(event.data.page, location.href);
    if (/^https?:$/.test(page.protocol) && page.href !== location.href) location.assign(page);
  }
  if (event.data.kineta === 'unread') badge.textContent = event.data.count ? String(event.data.count) : '';
});

function arrive(): void {
  document.body.append(host);
  let open = false;
  try {
    open = sessionStorage.getItem(OPEN) === '1';
  } catch {
    // As above.
  }
  if (open) show(true, false);
}
if (document.body) arrive();
else addEventListener('DOMContentLoaded', arrive);
