/** What of somebody they are found by. */
export interface Findable {
  name: string | null;
  email: string | null;
  phone: string | null;
}

/** So long are words kept, and so many of one person; no name has more than helps to find it. */
const LONGEST = 40;
const MOST = 40;
/** So many digits of a phone number tell something. */
const FEWEST_DIGITS = 4;

/** The words of a text as they are compared: without accents, whatever the case. */
function foldedWords(text: string): string[] {
  const plain = text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
  // Cut between characters, never in the middle of one.
  return (plain.match(/[\p{L}\p{N}]+/gu) ?? []).map(word => [...word].slice(0, LONGEST).join(''));
}

const digitsOf = (phone: string): string => phone.replace(/\D/g, '').slice(-LONGEST);

/** Every word whose beginning finds somebody: those of the name and the email, and the phone number from any digit on. */
export function wordsOfPerson({ name, email, phone }: Findable): string[] {
  const digits = digitsOf(phone ?? '');
  const ends = Array.from({ length: Math.max(0, digits.length - FEWEST_DIGITS + 1) }, (_, at) => digits.slice(at));
  return [...new Set([...foldedWords(name ?? ''), ...foldedWords(email ?? ''), ...ends])].slice(0, MOST);
}

/** The words that are looked for; a phone number, however it is written, is one. */
export function wordsSought(search: string): string[] {
  // In the country itself a number begins with a zero that is not part of it elsewhere.
  if (/^[\d\s()+./-]+$/.test(search)) {
    const digits = digitsOf(search).replace(/^0+/, '');
    return digits === '' ? [] : [digits];
  }
  return [...new Set(foldedWords(search))].slice(0, 8);
}
