import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `ALTER TABLE members
    ADD COLUMN IF NOT EXISTS away BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN IF NOT EXISTS most_chats INT NOT NULL DEFAULT 4,
    ADD COLUMN IF NOT EXISTS here_at DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS active_at DATETIME(3) NULL`,
];

/** Who takes chats: whether they are here and at their desk, have said that they are away, and how many they take at once. */
export const availability: Migration = { name: '0025-availability', steps };
