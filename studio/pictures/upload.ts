import { pictureRoutes } from '@kineta/contract';
import { toast } from 'sonner';
import { call, sentenceOf } from '../shell/api.ts';

/** The largest picture that is taken as it is, and the largest that is opened here to be cut, in bytes. */
export const LARGEST = 4 * 1024 * 1024;
const LARGEST_TO_CUT = 25 * 1024 * 1024;

/** What pictures can be chosen. */
export const KINDS = 'image/png,image/jpeg,image/gif,image/webp';

/** What is wrong with a file that is to be a picture, in a sentence; undefined when nothing is seen from here. */
export function wrongPicture(file: File, toCut = false): string | undefined {
  if (!KINDS.split(',').includes(file.type)) return `${file.name} is no picture: a PNG, JPEG, GIF or WebP is.`;
  const most = toCut ? LARGEST_TO_CUT : LARGEST;
  if (file.size <= most) return undefined;
  const has = (file.size / 1024 / 1024).toLocaleString('en', { maximumFractionDigits: 0 });
  return `${file.name} has ${has} MB; at most ${most / 1024 / 1024} MB can be opened. Make it smaller and try again.`;
}

/** Uploads a picture. @returns its address; undefined when that failed, which has been said */
export async function uploaded(picture: Blob): Promise<string | undefined> {
  try {
    return (await call(pictureRoutes.add, { raw: picture })).src;
  } catch (error) {
    toast.error(sentenceOf(error));
    return undefined;
  }
}
