const MUTED = 'kineta.muted';

/** Whether this browser makes no sounds of Kineta for now, whatever is settled. */
export const isMuted = (): boolean => localStorage.getItem(MUTED) === '1';
export const setMuted = (muted: boolean): void => localStorage.setItem(MUTED, muted ? '1' : '0');
