import { z } from 'zod';

function isKnown(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

/** A time zone by its IANA name, as this machine's calendar knows it. */
export const Zone = z.string().refine(isKnown, 'That is not a time zone.');
