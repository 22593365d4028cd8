import { actView } from './view.ts';

export const startFlow = actView({
  act: 'start flow',
  Shown: ({ act }) => <p className="font-script text-ink-2 italic">Goes on with the flow “{act.flow}”.</p>,
});
