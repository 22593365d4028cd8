import type { Sound } from '@kineta/core';
import { isMuted } from '../shell/muted.ts';

/** One note: its pitch in hertz, when it begins and how long it rings, in seconds. */
interface Note {
  pitch: number;
  at: number;
  rings: number;
  shape?: OscillatorType;
  /** To which pitch it slides. */
  to?: number;
}

/** Each made of a few notes, so that none has to be loaded. */
const sounds: Readonly<Record<Exclude<Sound, 'none'>, readonly Note[]>> = {
  knock: [
    { pitch: 180, at: 0, rings: 0.09, shape: 'triangle', to: 90 },
    { pitch: 180, at: 0.16, rings: 0.09, shape: 'triangle', to: 90 },
  ],
  'two notes': [
    { pitch: 660, at: 0, rings: 0.22 },
    { pitch: 880, at: 0.14, rings: 0.4 },
  ],
  drop: [{ pitch: 1_200, at: 0, rings: 0.2, to: 420 }],
  bell: [
    { pitch: 1_046, at: 0, rings: 1.1 },
    { pitch: 2_093, at: 0, rings: 0.6 },
    { pitch: 2_790, at: 0, rings: 0.3 },
  ],
};

const LOUDNESS = 0.14;
let context: AudioContext | undefined;

function ring(audio: AudioContext, { pitch, at, rings, shape = 'sine', to }: Note): void {
  const begins = audio.currentTime + at;
  const source = audio.createOscillator();
  const volume = audio.createGain();
  source.type = shape;
  source.frequency.setValueAtTime(pitch, begins);
  if (to !== undefined) source.frequency.exponentialRampToValueAtTime(to, begins + rings);
  volume.gain.setValueAtTime(LOUDNESS, begins);
  volume.gain.exponentialRampToValueAtTime(0.0001, begins + rings);
  source.connect(volume).connect(audio.destination);
  source.start(begins);
  source.stop(begins + rings);
}

/** Makes a sound. Browsers let a page make none before anybody has clicked in it; it is silent then. */
export async function play(sound: Sound): Promise<void> {
  if (sound === 'none') return;
  context ??= new AudioContext();
  await context.resume();
  for (const note of sounds[sound]) ring(context, note);
}

/** For how many milliseconds other pages of this browser leave an alert to the one that has sounded it. */
const LEFT_FOR = 4_000;

/** Makes the sound of an alert in one page of this browser, however many are open. */
export async function playOnce(alert: string, sound: Sound): Promise<void> {
  if (isMuted() || !navigator.userActivation?.hasBeenActive) return;
  // A page that came over plain http has no locks; each of several sounds then.
  if (!navigator.locks) return play(sound);
  await navigator.locks.request(`kineta alert ${alert}`, { ifAvailable: true }, async lock => {
    if (!lock) return;
    await play(sound);
    await new Promise(resolve => setTimeout(resolve, LEFT_FOR));
  });
}
