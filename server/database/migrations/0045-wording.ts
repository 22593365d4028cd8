import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = ['ALTER TABLE workspaces ADD COLUMN IF NOT EXISTS wording_service VARCHAR(500) NULL'];

/** The service that helps members with the wording, where one is set up. */
export const wording: Migration = { name: '0045-wording', steps };
