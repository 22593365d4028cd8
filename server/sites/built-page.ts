import { readFileSync } from 'node:fs';

/** A built file, read once; while Kineta is written at, each time, as it may have been built anew. */
export function fileOf(path: string, development: boolean | undefined): () => string {
  if (development) return () => readFileSync(path, 'utf8');
  const content = readFileSync(path, 'utf8');
  return () => content;
}

/** A text with its places filled in. What is put there is never looked through for places itself. */
export function filled(text: string, places: Readonly<Record<string, string>>): string {
  return text.replace(/%([A-Z]+)%/g, (place, name: string) => places[name] ?? place);
}
