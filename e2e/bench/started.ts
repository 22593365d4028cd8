import { type ChildProcess, spawn } from 'node:child_process';
import { join } from 'node:path';
import { createInterface } from 'node:readline';

/** The checkout that is measured. */
export const root = join(import.meta.dirname, '../..');

/** Starts a process, in this checkout or another, and waits for the first line that it prints. */
export async function started(
  command: string,
  words: string[],
  env: Record<string, string>,
  cwd = root,
): Promise<{ process: ChildProcess; line: string }> {
  const child = spawn(command, words, {
    cwd,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const line = await new Promise<string>((resolve, reject) => {
    child.once('exit', () => reject(new Error(`${words[0]} stopped before it was ready.`)));
    createInterface({ input: child.stdout! }).on('line', text =>
      /answers on|^\d+$/.test(text) ? resolve(text) : undefined,
    );
  });
  return { process: child, line };
}
