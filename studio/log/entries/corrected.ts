import { entryView } from '../view.ts';

export const corrected = entryView({ kind: 'corrected', tellsOfVisitor: true });
