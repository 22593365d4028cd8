/** What the launcher and the frame of the chat are drawn from; `LauncherDress` in the core says what each is. */
export interface Drawn {
  style: string;
  label: string;
  /** Strokes in a square of 16, the address of a picture, or nothing. */
  picture: string;
  shape: string;
}

export interface Launcher {
  button: HTMLButtonElement;
  badge: HTMLElement;
}

/** Draws the launcher into a root of its own, which the page’s styles do not reach. */
export function drawLauncher(root: ShadowRoot, { style, label, picture, shape }: Drawn, home: string): Launcher {
  root.innerHTML = `<style>${style}:host{all:initial;position:fixed;inset:auto 0 0 auto;z-index:2147483000}
button{all:unset;position:fixed;inset:auto var(--right) var(--up) var(--left);writing-mode:var(--mode);box-sizing:border-box;min-block-size:var(--size);min-inline-size:var(--size);padding-inline:18px;display:flex;align-items:center;justify-content:center;gap:10px;background:var(--bg);color:var(--fg);font:500 15px/1 system-ui,sans-serif;border-radius:var(--round);box-shadow:0 6px 18px rgb(14 40 42/.25);cursor:pointer}
.round{width:var(--size);padding:0}.round span{display:none}
button:hover{filter:brightness(.92)}
button:focus-visible{outline:3px solid var(--fg);box-shadow:0 0 0 6px var(--bg)}
svg,img{width:16px;height:16px}img{width:28px;height:28px;border-radius:50%;margin-inline-start:-8px;object-fit:cover}.round svg{width:20px;height:20px}.round img{width:100%;height:100%;margin:0}
b{min-width:20px;padding:3px 6px;box-sizing:border-box;border-radius:10px;background:#f6e6c8;color:#6b4300;font-size:12px;text-align:center}.round b{position:absolute;top:-5px;right:-5px}
b:empty{display:none}
iframe{position:fixed;inset:var(--frame);width:var(--wide);height:var(--high);border:0;border-radius:var(--bend);box-shadow:0 14px 44px rgb(20 40 42/.28);background:var(--sheet);color-scheme:light dark}
iframe[hidden]{display:none}
button[aria-expanded=true]{display:var(--gone)}
@media(prefers-reduced-motion:no-preference){iframe{animation:k .18s ease-out}@keyframes k{from{transform:translateY(10px);opacity:0}}}
</style><button type="button" class="${shape}" aria-expanded="false" aria-haspopup="dialog"><span></span><b></b></button>`;
  const button = root.querySelector('button') as HTMLButtonElement;
  if (picture)
    button.insertAdjacentHTML(
      'afterbegin',
      picture[0] === 'M'
        ? `<svg viewBox="0 0 16 16" fill="none" stroke="currentColor" stroke-width="2" stroke-linecap="round" stroke-linejoin="round" aria-hidden="true"><path d="${picture}"/></svg>`
        : `<img src="${home}${picture}" alt="">`,
    );
  button.ariaLabel = shape === 'round' ? label : null;
  (root.querySelector('span') as HTMLElement).textContent = label;
  return { button, badge: root.querySelector('b') as HTMLElement };
}
