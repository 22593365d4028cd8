/** Who asked to be notified in this browser, so that it is nobody else who signs in here later. */
const WHOSE = 'kineta notified';

export const isNotifiedHere = (member: string): boolean => localStorage.getItem(WHOSE) === member;
export const notifyHere = (member: string): void => localStorage.setItem(WHOSE, member);
export const notifyNobodyHere = (): void => localStorage.removeItem(WHOSE);
