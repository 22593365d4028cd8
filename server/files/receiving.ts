import type { Request } from 'express';
import { ProblemError } from '../http/problem.ts';

/**
 * The body of a request, at most so many bytes, in pieces of one size (the last is shorter). They all come in one and the
 * same memory, each until the next is asked for, and no more is read meanwhile: whole files would keep the process busy with
 * finding memory for them and freeing it.
 * @throws {ProblemError} `too_large`, `invalid_request` when it breaks off
 */
export async function* pieces(request: Request, most: number, size: number): AsyncGenerator<Buffer, void> {
  const tooLarge = () => new ProblemError('too_large', 'That is more than Kineta takes at once.');
  if (Number(request.get('content-length') ?? 0) > most) throw tooLarge();
  const piece = Buffer.allocUnsafeSlow(size);
  let filled = 0;
  let length = 0;
  try {
    for await (const part of request as AsyncIterable<Buffer>) {
      length += part.length;
      if (length > most) throw tooLarge();
      for (let taken = 0; taken < part.length; ) {
        const copied = part.copy(piece, filled, taken);
        taken += copied;
        filled += copied;
        if (filled < size) continue;
        yield piece;
        filled = 0;
      }
    }
  } catch (error) {
    if (error instanceof ProblemError || (error as { code?: string }).code !== 'ECONNRESET') throw error;
    throw new ProblemError('invalid_request', 'The file broke off before it was whole.');
  }
  if (filled > 0) yield piece.subarray(0, filled);
}
