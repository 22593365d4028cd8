import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { z } from 'zod';
import { TextField } from '../ui/field.tsx';
import { CallError } from './api.ts';
import { useSentForm } from './sent-form.ts';

vi.mock('./live.ts', () => ({ lostReach: () => {} }));
afterEach(cleanup);

const schema = z.object({ name: z.string().trim().min(1, 'A flow has a name.') });
const problem = (fields?: Array<{ path: string; message: string }>) =>
  new CallError({
    type: 'urn:kineta:problem:invalid_request',
    title: 'Not so',
    status: 400,
    detail: 'Not like that.',
    code: 'invalid_request',
    ...(fields ? { fields } : {}),
  });

function Named({ send }: { send: (sent: { name: string }) => unknown }) {
  const { register, submit, mistake, mistakeAt } = useSentForm(schema, { name: '' }, send);
  return (
    <form onSubmit={submit} aria-label="Named">
      <TextField label="Name" mistake={mistakeAt('name')} {...register('name')} />
      <p data-testid="mistake">{mistake}</p>
      <button type="submit">Send</button>
    </form>
  );
}
const box = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Name' });
const write = (value: string) => fireEvent.input(box(), { target: { value } });
const send = () => fireEvent.submit(screen.getByRole('form'));

test('is held to its schema before anything is sent, and goes as the schema has it', async () => {
  const sent = vi.fn();
  render(<Named send={sent} />);
  send();
  expect((await screen.findByRole('alert')).textContent).toBe('A flow has a name.');
  expect(sent).not.toHaveBeenCalled();
  expect(document.activeElement).toBe(box());
  write('  First visit ');
  await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
  send();
  await waitFor(() => expect(sent).toHaveBeenCalledWith({ name: 'First visit' }));
});

test('what the server refuses stands at its field, and what was written stays', async () => {
  render(<Named send={() => Promise.reject(problem([{ path: 'body.name', message: 'It is taken.' }]))} />);
  write('First visit');
  send();
  expect((await screen.findByRole('alert')).textContent).toBe('It is taken.');
  expect(box().value).toBe('First visit');
});

test('what is wrong with no field is told by itself, and forgotten when it is sent again', async () => {
  let refuses = true;
  render(<Named send={() => (refuses ? Promise.reject(problem()) : undefined)} />);
  write('First visit');
  send();
  await waitFor(() => expect(screen.getByTestId('mistake').textContent).toBe('Not like that.'));
  refuses = false;
  send();
  await waitFor(() => expect(screen.getByTestId('mistake').textContent).toBe(''));
});
