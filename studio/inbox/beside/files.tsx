import type { Entry } from '@kineta/contract';
import type { FileGiven } from '@kineta/core';
import { FileText } from 'lucide-react';
import { Part } from './part.tsx';

const filesIn = (entries: readonly Entry[]): FileGiven[] =>
  entries.flatMap(entry => ('file' in entry && entry.file ? [entry.file] : []));

/** The files that the visitor sent. */
export function Files({ entries }: { entries: readonly Entry[] }) {
  const files = filesIn(entries);
  if (files.length === 0) return null;
  return (
    <Part title="Files">
      <ul aria-label="Files">
        {files.map(({ id, name }) => (
          <li key={id}>
            <a
              href={`/api/files/${id}`}
              download={name}
              className="flex items-center gap-1.5 py-0.5 text-petrol hover:underline"
            >
              <FileText className="size-3.5 shrink-0" aria-hidden="true" />
              <span className="min-w-0 truncate">{name}</span>
            </a>
          </li>
        ))}
      </ul>
    </Part>
  );
}
