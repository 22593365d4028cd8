const MUTED = 'kineta.muted';

export const isMuted = (): boolean => localStorage.getItem(MUTED) === '1';
export const setMuted = (muted: boolean): void => localStorage.setItem(MUTED, muted ? '1' : '0');

/** Two soft notes for somebody new who waits; nothing when muted, or before the page was ever touched. */
export function chime(): void {
  if (isMuted() || !navigator.userActivation?.hasBeenActive) return;
  const audio = new AudioContext();
  for (const [index, pitch] of [660, 880].entries()) {
    const tone = audio.createOscillator();
    const loudness = audio.createGain();
    const at = audio.currentTime + index * 0.14;
    tone.frequency.value = pitch;
    loudness.gain.setValueAtTime(0.0001, at);
    loudness.gain.exponentialRampToValueAtTime(0.12, at + 0.02);
    loudness.gain.exponentialRampToValueAtTime(0.0001, at + 0.35);
    tone.connect(loudness).connect(audio.destination);
    tone.start(at);
    tone.stop(at + 0.4);
    if (index === 1) tone.onended = () => void audio.close();
  }
}
