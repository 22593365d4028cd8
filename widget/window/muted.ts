import { keep, kept } from './storage.ts';

const MUTED = 'kineta.muted';

export const isMuted = (): boolean => kept(MUTED) === 1;
export const mute = (muted: boolean): void => keep(MUTED, Number(muted));
