import { check } from './check.ts';
import { start } from './start.ts';

const [command, ...rest] = process.argv.slice(2);
const commands: Record<string, (words: string[]) => Promise<void> | void> = { start, check };
const run = command === undefined ? undefined : commands[command];
if (!run) {
  console.error(`There is no command “${command ?? ''}”. There are: ${Object.keys(commands).join(', ')}.`);
  process.exit(2);
}
await run(rest);
