import { written } from '@kineta/core';
import { actView } from './view.ts';

export const learn = actView({
  act: 'learn',
  note: ({ fact, value }, { flow, locale }) =>
    `${fact} = ${written(
      value,
      flow.facts.find(({ name }) => name === fact),
      locale,
    )}`,
});
