import { written } from '@kineta/core';
import { Aside } from './spoken.tsx';
import { actView } from './view.ts';

export const learn = actView({
  act: 'learn',
  Shown: ({ act, flow, locale }) => (
    <Aside>
      {act.fact} ={' '}
      <span className="font-mono">
        {written(
          act.value,
          flow.facts.find(({ name }) => name === act.fact),
          locale,
        )}
      </span>
    </Aside>
  ),
});
