import { zodResolver } from '@hookform/resolvers/zod';
import type { BaseSyntheticEvent } from 'react';
import {
  type DefaultValues,
  type FieldPath,
  type FieldValues,
  get,
  type UseFormReturn,
  useForm,
} from 'react-hook-form';
import type { z } from 'zod';
import { CallError, sentenceOf } from './api.ts';

/** The first sentence in what is wrong with a field, or with any part of it. */
function firstMessage(error: unknown): string | undefined {
  if (typeof error !== 'object' || error === null) return undefined;
  if ('message' in error && typeof error.message === 'string') return error.message;
  for (const [name, part] of Object.entries(error)) {
    // Beside the sentence stands the field itself, which is part of the page.
    const message = name === 'ref' ? undefined : firstMessage(part);
    if (message !== undefined) return message;
  }
  return undefined;
}

export interface SentForm<Written extends FieldValues, Sent> extends UseFormReturn<Written, unknown, Sent> {
  submit: (event?: BaseSyntheticEvent) => Promise<void>;
  /** What is wrong with a field, in a sentence. */
  mistakeAt: (path: FieldPath<Written>) => string | undefined;
  /** What is wrong, but with no field. */
  mistake: string | undefined;
}

/**
 * A form whose fields are held to the contract’s schema before it is sent. What the server refuses stands at the field
 * that it names, else in `mistake`; what was written stays. What is wrong is told when it is sent, so that nothing moves
 * under a click; only a form with room for it may tell it at once.
 */
export function useSentForm<Written extends FieldValues, Sent>(
  schema: z.ZodType<Sent, Written>,
  values: Written,
  send: (sent: Sent) => unknown,
  told: 'at once' | 'when sent' = 'when sent',
): SentForm<Written, Sent> {
  const form = useForm<Written, unknown, Sent>({
    resolver: zodResolver(schema),
    defaultValues: values as DefaultValues<Written>,
    mode: told === 'at once' ? 'onChange' : 'onSubmit',
  });
  const { errors } = form.formState;
  const submit = form.handleSubmit(async sent => {
    try {
      await send(sent);
    } catch (error) {
      const fields = error instanceof CallError ? (error.problem.fields ?? []) : [];
      for (const { path, message } of fields)
        form.setError(path.replace(/^body\./, '') as FieldPath<Written>, { message });
      if (fields.length === 0) form.setError('root', { message: sentenceOf(error) });
    }
  });
  return {
    ...form,
    submit: event => {
      // A dialog’s form stands within another’s in the tree of parts, though nowhere on the page.
      event?.stopPropagation();
      return submit(event);
    },
    mistakeAt: path => firstMessage(get(errors, path)),
    mistake: errors.root?.message,
  };
}
