import { type ParseArgsConfig, parseArgs } from 'node:util';

type Words<O extends Options> = ReturnType<typeof parseArgs<{ args: string[]; options: O; allowPositionals: true }>>;
type Options = NonNullable<ParseArgsConfig['options']>;

/**
 * Reads the words of a command: its options, and what else was named. What is no option of it is said, with how the
 * command is used, and the process exits with 2.
 */
export function readWords<const O extends Options>(words: string[], usage: string, options: O): Words<O> {
  try {
    return parseArgs({ args: words, options, allowPositionals: true });
  } catch (error) {
    console.error(`${(error as Error).message}\nIt is used so: ${usage}`);
    process.exit(2);
  }
}
