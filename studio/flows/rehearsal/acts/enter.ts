import { actView } from './view.ts';

/** The page that is written is at the scene already. */
export const enter = actView({ act: 'enter', isHeard: () => false });
