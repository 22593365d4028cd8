import { join } from 'node:path';
import { startPrivateDatabase } from '../database/private.ts';
import { readSettings, type Settings, SettingsError } from './settings.ts';

/** Reads the settings; says which are wrong, and exits with 2, when some are. */
export function settingsOrExit(): Settings {
  try {
    return readSettings(process.env);
  } catch (error) {
    if (!(error instanceof SettingsError)) throw error;
    console.error(error.message);
    process.exit(2);
  }
}

/**
 * The database that the settings name, or else the private one, which is started unless it runs.
 * @param watched when given, the private one is started again whenever it dies
 */
export async function databaseOf(
  { KINETA_DATABASE_URL: given, KINETA_HOME: home }: Settings,
  watched?: (message: string, error?: unknown) => void,
): Promise<{ url: string; stop(): Promise<void> }> {
  if (given !== undefined) return { url: given, stop: async () => {} };
  return startPrivateDatabase({ home: join(home, 'start'), durable: true, ...(watched ? { watched } : {}) });
}
