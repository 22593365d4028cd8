import type { Problem, VisitorPass } from '@kineta/contract';
import { partMessages } from '../messages/parts.ts';
import { kept, VISITOR } from './storage.ts';

/**
 * Sends a file ahead of the message that names it; loaded when somebody first does.
 * @param boarding what the chat’s page was served with
 * @throws an error with a sentence for the visitor
 */
export async function uploaded(file: File, boarding: string): Promise<{ id: string; name: string }> {
  const { id = '', secret = '' } = kept<VisitorPass>(VISITOR) ?? {};
  let response: Response;
  try {
    response = await fetch(location.pathname.replace(/[^/]*$/, 'files'), {
      method: 'POST',
      headers: {
        'content-type': 'application/octet-stream',
        'x-kineta-boarding': boarding,
        'x-kineta-visitor': `${id}.${secret}`,
        'x-kineta-name': encodeURIComponent(file.name),
      },
      body: file,
    });
  } catch {
    throw new Error(partMessages.fileLost);
  }
  const answer = await response.json();
  if (!response.ok) throw new Error((answer as Problem).detail);
  return answer as { id: string; name: string };
}
