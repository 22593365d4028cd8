import {
  type InputHTMLAttributes,
  type ReactNode,
  type SelectHTMLAttributes,
  type TextareaHTMLAttributes,
  useId,
} from 'react';
import type { UseFormRegisterReturn } from 'react-hook-form';

const box =
  'w-full min-h-8 rounded-md border border-rule bg-sheet px-2.5 py-1 focus:border-petrol focus:outline-2 focus:outline-petrol-2 aria-invalid:border-brick disabled:bg-paper-2 disabled:text-ink-3';

/** What all that is labelled takes. */
interface Labelled {
  label: string;
  mistake?: string | undefined;
  className?: string | undefined;
}

/** What stands around a labelled field: its label, and what is wrong with it, which is said below it and to screen readers. */
function Field({
  label,
  mistake,
  className = '',
  children,
}: Labelled & {
  children: (about: {
    id: string;
    className: string;
    'aria-invalid': true | undefined;
    'aria-describedby': string | undefined;
  }) => ReactNode;
}) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="mb-1 block text-ink-2">
        {label}
      </label>
      {children({
        id,
        className: box,
        'aria-invalid': mistake ? true : undefined,
        'aria-describedby': mistake ? `${id}-mistake` : undefined,
      })}
      {mistake ? (
        <p id={`${id}-mistake`} role="alert" className="mt-1 text-brick">
          {mistake}
        </p>
      ) : null}
    </div>
  );
}

/** A labelled input. */
export function TextField({ label, mistake, className, ...rest }: InputHTMLAttributes<HTMLInputElement> & Labelled) {
  return <Field {...{ label, mistake, className }}>{about => <input {...about} {...rest} />}</Field>;
}

/** A labelled text of several lines, which grows with what is written. */
export function TextArea({
  label,
  mistake,
  className,
  ...rest
}: TextareaHTMLAttributes<HTMLTextAreaElement> & Labelled) {
  return (
    <Field {...{ label, mistake, className }}>
      {about => <textarea rows={3} {...about} className={`${box} max-h-48 [field-sizing:content]`} {...rest} />}
    </Field>
  );
}

/** A labelled choice of one. */
export function Choice({
  label,
  mistake,
  className,
  children,
  ...rest
}: SelectHTMLAttributes<HTMLSelectElement> & Labelled & { children: ReactNode }) {
  return (
    <Field {...{ label, mistake, className }}>
      {about => (
        <select {...about} {...rest}>
          {children}
        </select>
      )}
    </Field>
  );
}

/** A choice of one, by its name for those who listen; `field` is what a form knows it by. */
export function Select({
  name,
  field,
  children,
  className = '',
  ...rest
}: SelectHTMLAttributes<HTMLSelectElement> & { name: string; field?: UseFormRegisterReturn; children: ReactNode }) {
  return (
    <select
      aria-label={name}
      className={`min-h-7 max-w-full rounded-md border border-rule bg-sheet px-1.5 py-0.5 text-[0.8125rem] ${className}`}
      {...rest}
      {...field}
    >
      {children}
    </select>
  );
}

/** A small input inside a sentence or a row. */
export function SmallInput({
  name,
  field,
  className = '',
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & { name: string; field?: UseFormRegisterReturn }) {
  return (
    <input
      aria-label={name}
      className={`min-h-7 min-w-0 rounded-md border border-rule bg-sheet px-2 py-0.5 text-[0.8125rem] ${className}`}
      {...rest}
      {...field}
    />
  );
}
