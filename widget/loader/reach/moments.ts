/** What comes about on a page, by the name of the part of a cue that waits for it. */
const moments: Readonly<Record<string, (set: never) => boolean>> = {
  after: (set: number) => seconds() >= set,
  read(set: number) {
    scrolled();
    return read >= set;
  },
  idle: (set: number) => (performance.now() - acted) / 1_000 >= set,
  leaving: () => leaving,
  press: (set: string) => pressed === set,
};

let came = performance.now();
let acted = came;
let read = 0;
let leaving = false;
let pressed: string | undefined;
let top = 0;
let topAt = 0;

/** Since how many seconds the page is looked at. */
export const seconds = (): number => Math.floor((performance.now() - came) / 1_000);
/** How much of it was before them, of 100. */
export const share = (): number => Math.min(100, Math.floor(read));

/** Whether all that is waited for has come about; what this build does not know of never does. */
export const isDue = (waits: object): boolean =>
  Object.entries(waits).every(([part, set]) => moments[part]?.(set as never));

/** Something of the page was pressed that is marked. */
export function press(name: string | undefined): void {
  pressed = name;
}

/** Another page is looked at. */
export function begins(): void {
  came = acted = performance.now();
  read = top = topAt = 0;
  leaving = false;
  pressed = undefined;
}

function scrolled(): void {
  const { scrollHeight } = document.documentElement;
  read = Math.max(read, scrollHeight > 0 ? ((scrollY + innerHeight) / scrollHeight) * 100 : 100);
}

/** @param onMoment something may have come about */
export function watch(onMoment: () => void): void {
  const acts = (): void => {
    acted = performance.now();
  };
  for (const act of ['pointerdown', 'keydown', 'pointermove']) addEventListener(act, acts, { passive: true });
  addEventListener(
    'scroll',
    () => {
      acts();
      scrolled();
      // With a finger, who goes back up in a hurry is on the way to the address.
      const gone = top - scrollY;
      if (acted - topAt > 200) {
        if (gone > innerHeight / 2 && acted - topAt < 700 && matchMedia('(pointer:coarse)').matches) leaving = true;
        top = scrollY;
        topAt = acted;
      }
      onMoment();
    },
    { passive: true },
  );
  // With a mouse, out at the top, where the tabs are.
  document.documentElement.addEventListener('mouseleave', ({ clientY }) => {
    if (clientY > 0) return;
    leaving = true;
    onMoment();
  });
  setInterval(() => document.visibilityState === 'visible' && onMoment(), 1_000);
}
