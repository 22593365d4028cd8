import { TypedTexts, understood } from '@kineta/core';
import { readFile } from './file.ts';
import { readWords } from './words.ts';

/**
 * `kineta understand FILE.json [--json]`: what would be made of texts as visitors type them; exit 2 when the file is none
 * of texts.
 */
export function understand(words: string[]): void {
  const usage = 'kineta understand FILE.json [--json]';
  const { values, positionals } = readWords(words, usage, { json: { type: 'boolean' } });
  const [file] = positionals;
  let asked: TypedTexts;
  try {
    if (!file) throw new Error(`Say which texts: ${usage}`);
    asked = readFile(file, 'texts', TypedTexts);
  } catch (error) {
    console.error((error as Error).message);
    process.exitCode = 2;
    return;
  }
  const made = understood(asked);
  const rows = asked.texts.map(({ text, as }, index) => ({ text, as, value: made[index]! }));
  if (values.json) {
    console.log(JSON.stringify(rows, null, 2));
    return;
  }
  for (const { text, as, value } of rows)
    console.log(`${as.padEnd(10)}  ${value === null ? 'asked again' : [value].flat().join(', ')}  ←  ${text}`);
}
