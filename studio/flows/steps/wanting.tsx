import { kindOf, type WantsPerson } from '@kineta/core';
import { WaySelect } from '../way-select.tsx';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

function Panel({ step, change }: StepProps<WantsPerson>) {
  return (
    <div className="space-y-2 text-[0.8125rem] text-ink-2">
      <p className="flex flex-wrap items-center gap-2">
        From here on, who wants a person goes to
        <WaySelect
          name="Scene for who wants a person"
          value={step.to}
          carryOn={null}
          titled="To a person"
          onPick={to => to && change({ ...step, to })}
        />
      </p>
      <p>
        In whatever words it is said, and whatever is asked. Who says so again has whoever is there fetched; so has
        everybody where no such step stands.
      </p>
    </div>
  );
}

export const wantsPersonView: StepView<WantsPerson> = {
  name: 'Person wanted',
  group: 'close',
  Body: DirectionBody,
  Panel,
  begin: (blank, { scenes }) => ({
    ...blank,
    to:
      (scenes.find(({ steps }) => steps.some(step => (kindOf(step).teams?.(step).length ?? 0) > 0)) ?? scenes[0])?.id ??
      blank.to,
  }),
};
