import { readFileSync, statSync } from 'node:fs';
import { basename } from 'node:path';
import { type Given, LARGEST } from '../questions/reading/readers.ts';

/** So long a document may take to come, in milliseconds. */
const WITHIN = 30_000;

function tooLarge(bytes: number): Error {
  return new Error(
    `This document has ${Math.round(bytes / 1_048_576)} MB; at most ${LARGEST / 1_048_576} MB can be read.`,
  );
}

/** A document from a file or an address. @throws {Error} with a sentence when it cannot be had */
export async function documentAt(place: string): Promise<{ content: Buffer; given: Given }> {
  if (/^https?:\/\//i.test(place)) return fetched(place);
  let bytes: number;
  try {
    bytes = statSync(place).size;
  } catch {
    throw new Error('There is no such file.');
  }
  if (bytes > LARGEST) throw tooLarge(bytes);
  return { content: readFileSync(place), given: { name: basename(place) } };
}

async function fetched(address: string): Promise<{ content: Buffer; given: Given }> {
  let response: Response;
  try {
    response = await fetch(address, { signal: AbortSignal.timeout(WITHIN), headers: { accept: 'text/html, */*' } });
  } catch (error) {
    const { cause } = error as Error;
    throw new Error(`It cannot be reached: ${cause instanceof Error ? cause.message : (error as Error).message}.`);
  }
  if (!response.ok) throw new Error(`It answered with ${response.status}.`);
  const pieces: Uint8Array[] = [];
  let bytes = 0;
  for await (const piece of response.body ?? []) {
    bytes += piece.length;
    if (bytes > LARGEST) throw tooLarge(Number(response.headers.get('content-length')) || bytes);
    pieces.push(piece);
  }
  const { pathname } = new URL(response.url);
  return {
    content: Buffer.concat(pieces),
    given: { name: basename(pathname), type: response.headers.get('content-type') ?? '', base: response.url },
  };
}
