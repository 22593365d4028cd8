import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  'ALTER TABLE workspaces ADD COLUMN IF NOT EXISTS answering_model JSON NULL CHECK (JSON_VALID(answering_model))',
  'ALTER TABLE workspaces ADD COLUMN IF NOT EXISTS answering_service JSON NULL CHECK (JSON_VALID(answering_service))',
  'ALTER TABLE workspaces ADD COLUMN IF NOT EXISTS synonyms JSON NULL CHECK (JSON_VALID(synonyms))',
];

/** What words answers, or answers, outside; and which words mean the same. */
export const answeringOutside: Migration = { name: '0049-answering-outside', steps };
