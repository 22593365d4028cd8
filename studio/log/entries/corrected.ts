import { entryView } from '../view.ts';

export const corrected = entryView({ kind: 'corrected', tellsOfVisitor: true });

/** What a link, the page, or who signs visitors in says of them. */
export const given = entryView({ kind: 'given', tellsOfVisitor: true });
