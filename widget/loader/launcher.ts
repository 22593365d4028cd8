/** What the launcher and the frame of the chat are drawn from; `LauncherDress` in the core says what each is. */
export interface Drawn {
  style: string;
  label: string;
  /** Strokes in a square of 16, the address of a picture, or nothing. */
  picture: string;
}

export interface Launcher {
  button: HTMLButtonElement;
  badge: HTMLElement;
}

/** Draws the launcher into a root of its own, which the page’s styles do not reach. */
export function drawLauncher(root: ShadowRoot, { style, label, picture }: Drawn, home: string): Launcher {
  const css = `:host{all:initial;position:fixed;z-index:99999999999}button{all:unset;inset:auto var(--right) var(--up) var(--left);box-sizing:border-box;min-width:var(--size);min-height:var(--size);padding:0 18px;display:flex;align-items:center;gap:9px;background:var(--bg);color:var(--fg);font:500 15px system-ui;border-radius:var(--round);cursor:pointer}button,iframe{position:fixed;box-shadow:0 8px 30px #0004}button:focus-visible{outline:3px solid var(--fg);box-shadow:0 0 0 6px var(--bg)}svg{width:16px}b{padding:3px 7px;border-radius:var(--round);background:var(--fg);color:var(--bg);font-size:12px}iframe{inset:var(--frame);width:var(--wide);height:var(--high);border:0;border-radius:var(--bend);background:var(--sheet)}b:empty,iframe[hidden]{display:none}button[aria-expanded=true]{display:var(--gone)}${style}`;
  root.innerHTML = `<button aria-expanded=false aria-haspopup=dialog>${
    picture[0] === 'M'
      ? `<svg viewBox="0 0 16 16" fill=none stroke=currentColor stroke-width=2 stroke-linecap=round aria-hidden=true><path d="${picture}"/></svg>`
      : picture && `<img src="${home}${picture}" alt="">`
  }<span></span><b></b></button>`;
  try {
    // A style sheet that is made and not written: a strict policy of the page has nothing against it.
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(css);
    root.adoptedStyleSheets = [sheet];
  } catch {
    root.append(Object.assign(document.createElement('style'), { textContent: css }));
  }
  const button = root.firstChild as HTMLButtonElement;
  const badge = button.lastChild as HTMLElement;
  (badge.previousSibling as HTMLElement).textContent = label;
  return { button, badge };
}
