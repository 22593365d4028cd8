import { type LiveFlow, questionRoutes } from '@kineta/contract';
import { useFieldArray } from 'react-hook-form';
import { useRoute } from '../shell/query.ts';
import type { SentForm } from '../shell/sent-form.ts';
import { AddButton } from '../ui/add-button.tsx';
import { Select, SmallInput } from '../ui/field.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import type { Fields, Sent } from './written.ts';

const MOST = 4;

type Form = SentForm<Fields, Sent>;

function FlowButton({
  form,
  index,
  flows,
  onRemove,
}: {
  form: Form;
  index: number;
  flows: readonly LiveFlow[];
  onRemove: () => void;
}) {
  const written = form.watch(`flows.${index}`);
  const scenes = flows.find(({ id }) => id === written?.flow)?.scenes ?? [];
  const isGone = Boolean(written?.flow) && scenes.length === 0;
  const at = `button ${index + 1}`;
  return (
    <li className="flex flex-wrap items-center gap-2 text-[0.8125rem] text-ink-2">
      <SmallInput
        name={`What stands on ${at}`}
        placeholder="Book a visit"
        maxLength={60}
        className="w-48"
        field={form.register(`flows.${index}.label`)}
      />
      begins
      <Select
        name={`Flow of ${at}`}
        field={form.register(`flows.${index}.flow`, { onChange: () => form.setValue(`flows.${index}.scene`, '') })}
      >
        <option value="">a flow…</option>
        {isGone ? <option value={written!.flow}>one that is not published</option> : null}
        {flows.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Select>
      {scenes.length > 0 ? (
        <Select name={`Scene of ${at}`} field={form.register(`flows.${index}.scene`)}>
          <option value="">from its beginning</option>
          {scenes.map(({ id, title }) => (
            <option key={id} value={id}>
              at “{title}”
            </option>
          ))}
        </Select>
      ) : null}
      {isGone ? <span className="text-ochre">not shown until it is published</span> : null}
      <RemoveButton name={`Remove ${at}`} onClick={onRemove} />
    </li>
  );
}

/** The flows that an answer leads into: a button for each, or the first of them at once. */
export function FlowButtons({ form }: { form: Form }) {
  const { data } = useRoute(questionRoutes.flows, {});
  const buttons = useFieldArray({ control: form.control, name: 'flows' });
  const mistake = form.mistakeAt('flows');
  const hasAny = buttons.fields.length > 0;
  if (!data || (data.flows.length === 0 && !hasAny)) return null;
  return (
    <section aria-label="What it leads into">
      {hasAny ? <h3 className="mb-1 text-ink-2">What it leads into</h3> : null}
      <ul className="space-y-1.5">
        {buttons.fields.map(({ id }, index) => (
          <FlowButton
            key={id}
            form={form}
            index={index}
            flows={data.flows}
            onRemove={() => {
              buttons.remove(index);
              if (buttons.fields.length === 1) form.setValue('atOnce', false);
            }}
          />
        ))}
      </ul>
      {mistake ? (
        <p role="alert" className="mt-1 text-[0.8125rem] text-brick">
          {mistake}
        </p>
      ) : null}
      <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
        {buttons.fields.length < MOST ? (
          <AddButton onClick={() => buttons.append({ label: '', flow: '', scene: '' })}>
            {hasAny ? 'Another button' : 'A button that begins a flow'}
          </AddButton>
        ) : null}
        {hasAny ? (
          <label className="flex items-center gap-2">
            <input type="checkbox" {...form.register('atOnce')} />
            Begin the first as soon as this is asked, without a button
          </label>
        ) : null}
      </div>
    </section>
  );
}
