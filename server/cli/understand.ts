import { readFileSync } from 'node:fs';
import { TypedTexts, understood } from '@kineta/core';
import { readWords } from './words.ts';

/** @throws with a sentence for who runs the command */
function readTexts(file: string): TypedTexts {
  let content: unknown;
  try {
    content = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    throw new Error(`${file} cannot be read: ${(error as Error).message}`, { cause: error });
  }
  const asked = TypedTexts.safeParse(content);
  if (asked.success) return asked.data;
  const { path, message } = asked.error.issues[0]!;
  throw new Error(`${file} is no file of texts: ${path.join('.') || 'it'}: ${message}`);
}

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
    asked = readTexts(file);
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
