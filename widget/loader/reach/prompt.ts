/** A line beside the launcher that speaks first. */
export interface Said {
  line: string;
  replies: readonly string[];
  picture?: { src: string; alt: string } | undefined;
  /** What the button is called that sends it away. */
  dismiss: string;
  onTaken(reply?: string): void;
  onSentAway(): void;
}

const CSS = `aside{position:fixed;max-width:min(300px,100vw - 28px);box-sizing:border-box;padding:12px 38px 12px 14px;border-radius:14px;background:var(--sheet);color:var(--ink);font:15px/1.4 system-ui;box-shadow:0 8px 30px #0003}aside button{all:unset;min-height:24px;cursor:pointer;border-radius:4px}p{margin:8px 0 0;display:flex;gap:6px;flex-wrap:wrap}p button{padding:5px 12px;border:1px solid;border-radius:14px}aside img{display:block;width:100%;height:110px;margin:18px 0 8px;object-fit:cover;border-radius:8px}aside .x{position:absolute;top:6px;right:6px;width:28px;text-align:center;font-size:18px}`;
/** Between it and what it stands beside. */
const GAP = 10;

const fixedAt = (x: number, y: number, own: Element): Element | undefined => {
  for (const element of document.elementsFromPoint(x, y)) {
    if (element === own) continue;
    for (let at: Element | null = element; at; at = at.parentElement)
      if (at !== own && /fixed|sticky/.test(getComputedStyle(at).position)) return at;
    return undefined;
  }
  return undefined;
};

/** What of the page would be under it that the page needs there: a notice, a bar, a button that stays where it is. */
function underIt(box: DOMRect, own: Element): Element | undefined {
  for (const x of [box.left + 1, (box.left + box.right) / 2, box.right - 1])
    for (const y of [box.top + 1, (box.top + box.bottom) / 2, box.bottom - 1]) {
      const found = fixedAt(x, y, own);
      if (found) return found;
    }
  return undefined;
}

function button(words: string, onPress: () => void): HTMLButtonElement {
  const made = document.createElement('button');
  made.textContent = words;
  made.onclick = onPress;
  return made;
}

/**
 * Shows a line beside the launcher; it moves aside for what the page has there.
 * @returns takes it away; undefined where there is no room for it
 */
export function showPrompt(host: HTMLElement, said: Said): (() => void) | undefined {
  const root = host.shadowRoot!;
  const launcher = root.querySelector('button')!;
  const prompt = document.createElement('aside');
  prompt.setAttribute('role', 'status');
  const line = button(said.line, () => said.onTaken());
  const away = button('×', said.onSentAway);
  away.className = 'x';
  away.ariaLabel = said.dismiss;
  if (said.picture) {
    const picture = document.createElement('img');
    // What the page’s policy does not let in leaves no gap.
    picture.onerror = () => picture.remove();
    prompt.append(Object.assign(picture, said.picture));
  }
  prompt.append(line);
  if (said.replies.length > 0) {
    const replies = document.createElement('p');
    replies.append(...said.replies.map(reply => button(reply, () => said.onTaken(reply))));
    prompt.append(replies);
  }
  prompt.append(away);
  prompt.onkeydown = ({ key }) => {
    if (key === 'Escape') said.onSentAway();
  };
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(CSS);
  root.adoptedStyleSheets = [...root.adoptedStyleSheets, sheet];
  root.append(prompt);
  const beside = launcher.getBoundingClientRect();
  const isLeft = beside.left + beside.width / 2 < innerWidth / 2;
  prompt.style[isLeft ? 'left' : 'right'] = `${Math.max(GAP, isLeft ? beside.left : innerWidth - beside.right)}px`;
  let bottom = innerHeight - beside.top + GAP;
  // Each time it moves it is further up: out of the page at last.
  for (;;) {
    prompt.style.bottom = `${bottom}px`;
    const box = prompt.getBoundingClientRect();
    if (box.top < 0) {
      prompt.remove();
      return undefined;
    }
    const found = underIt(box, host);
    if (!found) break;
    bottom = Math.max(bottom + GAP, innerHeight - found.getBoundingClientRect().top + GAP);
  }
  return () => prompt.remove();
}
