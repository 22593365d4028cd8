import { type Logger, pino } from 'pino';

interface Described {
  type: string;
  message: string;
  code?: string | undefined;
  stack?: string | undefined;
  cause?: Described | undefined;
}

/** What a database says of a value stands between quotes, and a statement with all of its values behind a line of its own. */
const withoutValues = (message: string): string => message.split(/\n|\bsql: /, 1)[0]!.replace(/'.*'/, "'…'");

/**
 * An error as the log has it: what it is and where it came from, without what visitors wrote. Errors of the database carry
 * the statement with all of its values, in several places.
 */
export function described(error: unknown, depth = 0): Described {
  if (!(error instanceof Error)) return { type: typeof error, message: withoutValues(String(error)) };
  const { code, original, sql } = error as Error & { code?: string; original?: unknown; sql?: unknown };
  const ofDatabase = original !== undefined || sql !== undefined || /^Sequelize|^Sql/.test(error.name);
  const message = ofDatabase ? withoutValues(error.message) : error.message;
  const frames = error.stack
    ?.split('\n')
    .filter(line => /^\s+at /.test(line))
    .join('\n');
  const cause = original ?? error.cause;
  return {
    type: error.name,
    message,
    ...(code === undefined ? {} : { code }),
    ...(frames ? { stack: frames } : {}),
    ...(cause !== undefined && cause !== error && depth < 3 ? { cause: described(cause, depth + 1) } : {}),
  };
}

export function loggerOf(level: string): Logger {
  return pino({ level, serializers: { err: error => described(error) } });
}
