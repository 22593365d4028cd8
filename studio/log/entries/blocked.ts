import { entryView } from '../view.ts';

export const blocked = entryView({ kind: 'blocked', tellsOfVisitor: true });
export const letBack = entryView({ kind: 'let back', tellsOfVisitor: true });
