import { flowRoutes } from '@kineta/contract';
import type { Face, Look } from '@kineta/core';
import { FacePicker } from '../../pictures/face-picker.tsx';
import { useRoute } from '../../shell/query.ts';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { Part, Row } from '../row.tsx';
import { TextRow, useValue } from './rows.tsx';

function OneFlow({ at, name, onRemove }: { at: number; name: string; onRemove: () => void }) {
  const face = useValue<Face | null>(['flows', at, 'face']);
  return (
    <div className="space-y-2 border-t border-rule pt-2">
      <h3 className="flex items-center justify-between font-semibold">
        {name}
        <RemoveButton name={`Nothing otherwise in ${name}`} onClick={onRemove} />
      </h3>
      <TextRow label="Name" at={['flows', at, 'name']} usual="as above" />
      <Row label="Face">
        <FacePicker name={`Face in ${name}`} face={face.value} onFace={face.set} />
      </Row>
      <TextRow label="Heading" at={['flows', at, 'heading']} usual="as above" />
    </div>
  );
}

/** What conversations show otherwise that one flow leads: another name, face or heading. */
export function ByFlow() {
  const { data } = useRoute(flowRoutes.list, {});
  const { value, set } = useValue<Look['flows']>(['flows']);
  const left = data?.flows.filter(({ id }) => !value.some(({ flow }) => flow === id)) ?? [];
  return (
    <Part name="In one flow otherwise">
      {value.map(({ flow }, index) => (
        <OneFlow
          key={flow}
          at={index}
          name={data?.flows.find(({ id }) => id === flow)?.name ?? 'A flow that was removed'}
          onRemove={() => set(value.filter(one => one.flow !== flow))}
        />
      ))}
      {left.length > 0 ? (
        <select
          aria-label="A flow with a name, face or heading of its own"
          className="min-h-8 w-full rounded-md border border-rule bg-sheet px-2.5 py-1 text-ink-2"
          value=""
          onChange={event => set([...value, { flow: event.target.value, name: '', face: null, heading: '' }])}
        >
          <option value="">Add a flow…</option>
          {left.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      ) : null}
    </Part>
  );
}
