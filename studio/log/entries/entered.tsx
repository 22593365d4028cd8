import { entryView } from '../view.ts';

export const entered = entryView({ kind: 'entered', hidden: true });
