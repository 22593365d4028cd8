import { actView } from './view.ts';

export const enter = actView({ act: 'enter', isHeard: () => false });
