import { actView } from './view.ts';

export const startFlow = actView({
  act: 'start flow',
  note: ({ flow }) => `Goes on with the flow “${flow}”.`,
});
