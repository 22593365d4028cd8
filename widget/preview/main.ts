import type { PreviewCall, Previewed, PreviewNews, StagedNews } from '@kineta/contract';
import { drawLauncher } from '../loader/launcher.ts';
import './preview.css';

/**
 * A page as of a site, on which the studio shows how the chat will look: the launcher as pages draw it, and the window that
 * visitors see. It shows what the studio’s page tells it, and nothing of it goes anywhere.
 */
const host = document.createElement('kineta-chat');
const root = host.attachShadow({ mode: 'open' });
document.body.append(host);

const frame = document.createElement('iframe');
frame.title = 'The chat';
frame.src = '/w/rehearsal';
let latest: Previewed | undefined;
let drawn = '';

/** The window plays by what this page tells it, as in a rehearsal. */
function tellWindow(): void {
  if (!latest) return;
  const news: StagedNews = { kineta: 'staged', staged: { chat: latest.chat, notes: {}, dress: latest.window } };
  frame.contentWindow?.postMessage(news, location.origin);
}

/** The frame stands where the launcher’s style sheet says, which does not reach out here. */
function standFrame(): void {
  for (const name of ['--frame', '--wide', '--high', '--bend', '--sheet'])
    frame.style.setProperty(name, getComputedStyle(host).getPropertyValue(name));
}

function show(previewed: Previewed): void {
  latest = previewed;
  document.documentElement.dataset.scheme = previewed.scheme;
  const { launcher, isOpen } = previewed;
  const next = JSON.stringify(launcher);
  if (next !== drawn) {
    drawn = next;
    const { style, words: label, picture } = launcher;
    const { button } = drawLauncher(root, { style, label, picture }, '');
    button.tabIndex = -1;
    // The window goes on as it is: to move it would load it anew.
    if (frame.parentNode !== document.body) document.body.append(frame);
    standFrame();
  }
  const button = root.querySelector('button')!;
  button.ariaExpanded = String(isOpen);
  frame.hidden = !isOpen;
  tellWindow();
}

addEventListener('message', ({ source, origin, data }: MessageEvent<PreviewNews | { kineta: 'ready' }>) => {
  if (origin !== location.origin) return;
  if (source === frame.contentWindow && data.kineta === 'ready') tellWindow();
  if (source === parent && data.kineta === 'previewed') show(data.previewed);
});
addEventListener('resize', standFrame);
const ready: PreviewCall = { kineta: 'ready' };
parent.postMessage(ready, location.origin);
