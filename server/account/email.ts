/**
 * The one form in which an email address is compared, byte by byte. The database would take letters with and without
 * accents, of full width, or with what cannot be seen between them, for the same.
 */
export function normalEmail(email: string): string {
  return email.normalize('NFC').trim().toLowerCase();
}
