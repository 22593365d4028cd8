import { useEffect, useState } from 'preact/hooks';

/** A part of the chat that most conversations never meet, loaded when one does. Undefined until it is there. */
export function useLoaded<Part>(wanted: boolean, load: () => Promise<Part>): Part | undefined {
  const [part, setPart] = useState<{ part: Part }>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: `load` is written anew with each render and always loads the same
  useEffect(() => {
    if (wanted && !part)
      load().then(
        loaded => setPart({ part: loaded }),
        // A part that cannot be had leaves the box to type in, which always works.
        () => {},
      );
  }, [wanted]);
  return part?.part;
}
