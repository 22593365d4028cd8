const [command, ...rest] = process.argv.slice(2);
const commands: Record<string, () => Promise<(words: string[]) => Promise<void> | void>> = {
  start: async () => (await import('./start.ts')).start,
  migrate: async () => (await import('./tables.ts')).migrate,
  backup: async () => (await import('./tables.ts')).backup,
  restore: async () => (await import('./tables.ts')).restore,
  check: async () => (await import('./check.ts')).check,
  understand: async () => (await import('./understand.ts')).understand,
  questions: async () => (await import('./questions.ts')).questions,
  rehearse: async () => (await import('./rehearse.ts')).rehearse,
};
const load = command === undefined ? undefined : commands[command];
if (!load) {
  console.error(`There is no command “${command ?? ''}”. There are: ${Object.keys(commands).join(', ')}.`);
  process.exit(2);
}
const run = await load();
await run(rest);

export {};
