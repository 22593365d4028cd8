/**
 * A seeded random source, uniform in [0, 1): the same seed throws the same dice on every machine (Tommy Ettinger's
 * mulberry32).
 */
export function dice(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = state;
    mixed = Math.imul(mixed ^ (mixed >>> 15), mixed | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** A whole number below 2³² that is always the same for the same text (FNV-1a, 32 bits, Fowler, Noll and Vo). */
export function fingerprint(text: string): number {
  let hash = 0x811c9dc5;
  for (let index = 0; index < text.length; index++) hash = Math.imul(hash ^ text.charCodeAt(index), 0x01000193);
  return hash >>> 0;
}

/** A number in [0, 1) that is always the same for the same text and evenly spread: its {@link fingerprint}, thrown once. */
export function share(text: string): number {
  return dice(fingerprint(text))();
}
