const AT_ONCE = 'kineta.sends-at-once';
/** So long, in milliseconds, what one sends can be taken back. */
const FOR = 5_000;

/** How long what one sends waits in this browser before it goes out, in milliseconds. */
export const holdsFor = (): number => (localStorage.getItem(AT_ONCE) === '1' ? 0 : FOR);
export const setHolding = (holds: boolean): void => localStorage.setItem(AT_ONCE, holds ? '0' : '1');
