import { useFieldArray } from 'react-hook-form';
import { useSignedIn } from '../account/store.ts';
import type { SentForm } from '../shell/sent-form.ts';
import { AddButton } from '../ui/add-button.tsx';
import { Select, SmallInput } from '../ui/field.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import type { Fields, Sent } from './written.ts';

const MOST = 4;

/** The flows that an answer leads into: a button for each, or the first of them at once. */
export function FlowButtons({ form }: { form: SentForm<Fields, Sent> }) {
  const { published } = useSignedIn();
  const flows = useFieldArray({ control: form.control, name: 'flows' });
  const [written, atOnce] = [form.watch('flows') ?? [], form.watch('atOnce')];
  const mistake = form.mistakeAt('flows');
  if (published.length === 0 && flows.fields.length === 0) return null;
  return (
    <section aria-label="What it leads into">
      {flows.fields.length > 0 ? <h3 className="mb-1 text-ink-2">What it leads into</h3> : null}
      <ul className="space-y-1.5">
        {flows.fields.map(({ id }, index) => {
          const flow = written[index]?.flow ?? '';
          return (
            <li key={id} className="flex flex-wrap items-center gap-2 text-[0.8125rem] text-ink-2">
              <SmallInput
                name={`What stands on button ${index + 1}`}
                placeholder="Book a visit"
                maxLength={60}
                className="w-48"
                field={form.register(`flows.${index}.label`)}
              />
              begins
              <Select name={`Flow of button ${index + 1}`} field={form.register(`flows.${index}.flow`)}>
                <option value="">a flow…</option>
                {flow !== '' && !published.includes(flow) ? <option>{flow}</option> : null}
                {published.map(name => (
                  <option key={name}>{name}</option>
                ))}
              </Select>
              {flow !== '' && !published.includes(flow) ? (
                <span className="text-ochre">not published, so it is not shown</span>
              ) : null}
              <RemoveButton name={`Remove button ${index + 1}`} onClick={() => flows.remove(index)} />
            </li>
          );
        })}
      </ul>
      {mistake ? (
        <p role="alert" className="mt-1 text-[0.8125rem] text-brick">
          {mistake}
        </p>
      ) : null}
      <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
        {flows.fields.length < MOST ? (
          <AddButton onClick={() => flows.append({ label: '', flow: '' })}>
            {flows.fields.length === 0 ? 'A button that begins a flow' : 'Another button'}
          </AddButton>
        ) : null}
        {flows.fields.length > 0 || atOnce ? (
          <label className="flex items-center gap-2">
            <input type="checkbox" {...form.register('atOnce')} />
            Begin the first as soon as this is asked, without a button
          </label>
        ) : null}
      </div>
    </section>
  );
}
