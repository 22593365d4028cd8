import { readdirSync } from 'node:fs';
import { join } from 'node:path';

/** The checkout. */
export const root = join(import.meta.dirname, '../..');

/** The TypeScript files below a folder of the checkout. */
export function sources(folder: string): string[] {
  return readdirSync(join(root, folder), { withFileTypes: true, recursive: true })
    .filter(entry => entry.isFile() && /\.tsx?$/.test(entry.name))
    .map(entry => join(entry.parentPath, entry.name))
    .filter(file => !/[/\\](node_modules|dist)[/\\]/.test(file));
}
