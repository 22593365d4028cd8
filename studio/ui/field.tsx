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

/** A labelled input. What is wrong with it is said below it, and to screen readers. */
export function TextField({
  label,
  mistake,
  className = '',
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & { label: string; mistake?: string | undefined }) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="mb-1 block text-ink-2">
        {label}
      </label>
      <input
        id={id}
        className={box}
        aria-invalid={mistake ? true : undefined}
        aria-describedby={mistake ? `${id}-mistake` : undefined}
        {...rest}
      />
      {mistake ? (
        <p id={`${id}-mistake`} role="alert" className="mt-1 text-brick">
          {mistake}
        </p>
      ) : null}
    </div>
  );
}

/** A labelled text of several lines, which grows with what is written. */
export function TextArea({
  label,
  mistake,
  className = '',
  ...rest
}: TextareaHTMLAttributes<HTMLTextAreaElement> & { label: string; mistake?: string | undefined }) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="mb-1 block text-ink-2">
        {label}
      </label>
      <textarea
        id={id}
        rows={3}
        className={`${box} max-h-48 [field-sizing:content]`}
        aria-invalid={mistake ? true : undefined}
        aria-describedby={mistake ? `${id}-mistake` : undefined}
        {...rest}
      />
      {mistake ? (
        <p id={`${id}-mistake`} role="alert" className="mt-1 text-brick">
          {mistake}
        </p>
      ) : null}
    </div>
  );
}

/** A labelled choice of one. */
export function Choice({
  label,
  mistake,
  className = '',
  children,
  ...rest
}: SelectHTMLAttributes<HTMLSelectElement> & { label: string; mistake?: string | undefined; children: ReactNode }) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="mb-1 block text-ink-2">
        {label}
      </label>
      <select id={id} className={box} aria-invalid={mistake ? true : undefined} {...rest}>
        {children}
      </select>
      {mistake ? (
        <p role="alert" className="mt-1 text-brick">
          {mistake}
        </p>
      ) : null}
    </div>
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
