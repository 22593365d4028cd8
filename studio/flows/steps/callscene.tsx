import type { CallScene } from '@kineta/core';
import { WaySelect } from '../way-select.tsx';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

function Panel({ step, change }: StepProps<CallScene>) {
  return (
    <p className="flex flex-wrap items-center gap-2 text-[0.8125rem] text-ink-2">
      Play
      <WaySelect
        name="Scene to play"
        value={step.scene}
        carryOn={null}
        comesBack
        onPick={scene => scene && change({ ...step, scene })}
      />
      then come back here when its steps have run out.
    </p>
  );
}

export const callSceneView: StepView<CallScene> = {
  name: 'Call scene',
  group: 'way',
  Body: DirectionBody,
  Panel,
  begin: (blank, { scenes }) => ({ ...blank, scene: scenes.at(-1)?.id ?? blank.scene }),
};
