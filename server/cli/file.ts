import { readFileSync } from 'node:fs';
import type { z } from 'zod';

/**
 * What stands in a JSON file of one kind.
 * @param what it is to be, as a person would say: “texts”, “entries”
 * @throws with a sentence for who runs the command
 */
export function readFile<S extends z.ZodType>(file: string, what: string, schema: S): z.output<S> {
  let content: unknown;
  try {
    content = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    throw new Error(`${file} cannot be read: ${(error as Error).message}`, { cause: error });
  }
  const read = schema.safeParse(content);
  if (read.success) return read.data;
  const { path, message } = read.error.issues[0]!;
  throw new Error(`${file} is no file of ${what}: ${path.join('.') || 'it'}: ${message}`);
}
