/** How far a hand trembles between pressing and letting go, in pixels; who goes farther means something else. */
const STILL = 4;
const PRESSABLE = 'a[href], button, label, summary, [role=button], [role=option], [role=menuitem]';

interface Press {
  on: Element;
  x: number;
  y: number;
  /** Where what was pressed stood. */
  top: number;
  left: number;
}

let press: Press | undefined;

/**
 * A click counts for what was pressed, also when it moved away beneath a still pointer: the page goes on while a finger is
 * down (a list comes in new, what stood open above closes), and a browser gives a click whose press and release fell on
 * two elements to neither of them (UI Events, 4.3.2: to what holds both).
 */
export function keepPresses(): () => void {
  const pressed = ({ target, isPrimary, button, clientX: x, clientY: y }: PointerEvent) => {
    const on = isPrimary && button === 0 && target instanceof Element ? target.closest(PRESSABLE) : null;
    press = on ? { on, x, y, ...placeOf(on) } : undefined;
  };
  const clicked = (event: MouseEvent) => {
    const was = press;
    press = undefined;
    // What a key or a program clicks was never pressed.
    if (!was || !event.isTrusted || event.detail === 0) return;
    const { on, x, y, top, left } = was;
    if (!on.isConnected || (event.target instanceof Node && on.contains(event.target))) return;
    if (Math.hypot(event.clientX - x, event.clientY - y) > STILL) return;
    const now = placeOf(on);
    if (now.top === top && now.left === left) return;
    event.stopPropagation();
    event.preventDefault();
    (on as HTMLElement).click();
  };
  addEventListener('pointerdown', pressed, true);
  addEventListener('click', clicked, true);
  return () => {
    removeEventListener('pointerdown', pressed, true);
    removeEventListener('click', clicked, true);
  };
}

function placeOf(element: Element): { top: number; left: number } {
  const { top, left } = element.getBoundingClientRect();
  return { top, left };
}
