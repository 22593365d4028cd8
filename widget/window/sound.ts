let context: AudioContext | undefined;

/** Two short notes, soft. Browsers let nothing sound before something was pressed; then this is silent. */
export function chime(): void {
  try {
    context ??= new AudioContext();
    const { currentTime: now, destination } = context;
    for (const [index, pitch] of [659.3, 880].entries()) {
      const note = context.createOscillator();
      const loudness = context.createGain();
      const from = now + index * 0.11;
      note.frequency.value = pitch;
      loudness.gain.setValueAtTime(0, from);
      loudness.gain.linearRampToValueAtTime(0.07, from + 0.015);
      loudness.gain.exponentialRampToValueAtTime(0.0005, from + 0.28);
      note.connect(loudness).connect(destination);
      note.start(from);
      note.stop(from + 0.3);
    }
  } catch {
    // A browser without sound.
  }
}
