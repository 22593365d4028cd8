import { createContext, type ReactNode, useContext, useId } from 'react';
import { box, Row } from '../row.tsx';
import { type Path, useLooks, valueAt } from './store.ts';

/** The site whose look is edited. */
export const EditedSite = createContext('');

/** A value of the look that is edited, what is wrong with it, and how it is set. */
export function useValue<T>(path: Path): {
  value: T;
  mistake: string | undefined;
  set: (value: T | undefined) => void;
} {
  const site = useContext(EditedSite);
  const value = useLooks(({ sites }) => valueAt(sites[site]?.draft, path)) as T;
  const mistake = useLooks(({ sites }) => sites[site]?.mistakes[path.join('.')]);
  const set = useLooks(state => state.set);
  return { value, mistake, set: next => set(site, path, next) };
}

export function TextRow({
  label,
  at,
  usual,
  says,
  long = false,
}: {
  label: string;
  at: Path;
  /** What stands there when nothing is written. */
  usual?: string;
  says?: ReactNode;
  long?: boolean;
}) {
  const id = useId();
  const { value, mistake, set } = useValue<string>(at);
  const about = {
    id,
    value: value ?? '',
    placeholder: usual,
    'aria-invalid': mistake ? true : undefined,
    'aria-describedby': mistake ? `${id}-mistake` : undefined,
    className: box,
  };
  return (
    <Row label={label} id={id} mistake={mistake} says={says}>
      {long ? (
        <textarea {...about} rows={2} onChange={event => set(event.target.value)} />
      ) : (
        <input {...about} onChange={event => set(event.target.value)} />
      )}
    </Row>
  );
}

/** A number with its unit. */
export function NumberRow({ label, at, unit, step = 1 }: { label: string; at: Path; unit: string; step?: number }) {
  const id = useId();
  const { value, mistake, set } = useValue<number>(at);
  return (
    <Row label={label} id={id} mistake={mistake}>
      <span className="flex items-center gap-2">
        <input
          id={id}
          type="number"
          step={step}
          value={Number.isNaN(value) ? '' : value}
          aria-invalid={mistake ? true : undefined}
          aria-describedby={mistake ? `${id}-mistake` : undefined}
          className={`${box} max-w-24`}
          onChange={event => set(event.target.valueAsNumber)}
        />
        <span className="text-ink-2">{unit}</span>
      </span>
    </Row>
  );
}

export function ChoiceRow({
  label,
  at,
  choices,
  says,
}: {
  label: string;
  at: Path;
  choices: ReadonlyArray<readonly [value: string, name: string]>;
  says?: ReactNode;
}) {
  const id = useId();
  const { value, mistake, set } = useValue<string>(at);
  return (
    <Row label={label} id={id} mistake={mistake} says={says}>
      <select id={id} value={value} className={box} onChange={event => set(event.target.value)}>
        {choices.map(([one, name]) => (
          <option key={one} value={one}>
            {name}
          </option>
        ))}
      </select>
    </Row>
  );
}

export function SwitchRow({ label, at, says }: { label: string; at: Path; says?: ReactNode }) {
  const { value, set } = useValue<boolean>(at);
  return (
    <label className="flex items-start gap-2.5 py-0.5">
      <input
        type="checkbox"
        checked={value}
        className="mt-0.5 size-4 accent-petrol"
        onChange={event => set(event.target.checked)}
      />
      <span>
        {label}
        {says ? <span className="block text-[0.8125rem] text-ink-2">{says}</span> : null}
      </span>
    </label>
  );
}

/** A colour by its sign and its square; one that may be left out is then what the brand’s makes of it. */
export function ColourRow({ label, at, own }: { label: string; at: Path; own?: string }) {
  const id = useId();
  const { value, mistake, set } = useValue<string | undefined>(at);
  const isWhole = /^#[0-9a-f]{6}$/i.test(value ?? '');
  return (
    <Row label={label} id={id} mistake={mistake}>
      <span className="flex items-center gap-2">
        <input
          type="color"
          aria-label={`${label}, picked`}
          value={isWhole ? value : (own ?? '#000000')}
          className="size-8 shrink-0 cursor-pointer rounded border border-rule bg-sheet p-0.5"
          onChange={event => set(event.target.value)}
        />
        <input
          id={id}
          value={value ?? ''}
          placeholder={own ? 'of the brand’s' : '#3c7a5f'}
          spellCheck={false}
          aria-invalid={mistake ? true : undefined}
          aria-describedby={mistake ? `${id}-mistake` : undefined}
          className={`${box} max-w-36 text-[0.8125rem] ${value ? 'font-mono' : ''}`}
          onChange={event => set(own !== undefined && event.target.value === '' ? undefined : event.target.value)}
        />
      </span>
    </Row>
  );
}
