import type { WindowDress } from '@kineta/contract';
import { createContext } from 'preact';

/** What the window wears: its style sheet is in the page already. */
export type Dress = Omit<WindowDress, 'style'>;

/** The dress that the server wrote into the page. */
export function dressOfPage(): Dress {
  return JSON.parse(document.body.dataset.dress!) as Dress;
}

/** By which name the flow speaks, where it is another than the flow’s own; empty where it is not. */
export const VoiceName = createContext('');

/** What of the dress a conversation shows that is led by this flow. */
export function headOf(dress: Dress, flow: string | null): Pick<Dress, 'name' | 'face' | 'heading'> {
  const own = flow === null ? undefined : dress.flows[flow];
  return {
    name: own?.name || dress.name,
    face: own?.face ?? dress.face,
    heading: own?.heading || dress.heading,
  };
}

const PLAIN_FONT = /^[\w\s"',-]{1,200}$/;

/** Sets the words in the page’s own font, as the page says that it is called. */
export function wearFont(font: string | null): void {
  if (!font || !PLAIN_FONT.test(font)) return;
  document.body.style.fontFamily = font;
  document.body.style.setProperty('--script', font);
}
