import type { FieldValues } from 'react-hook-form';
import type { SentForm } from '../../shell/sent-form.ts';
import { Button } from '../../ui/button.tsx';

/** Below a part that saves by itself: what is wrong with it, whether it is saved, and the button. */
export function SaveRow<Written extends FieldValues, Sent>({
  form: { formState, mistake },
  children,
}: {
  form: Pick<SentForm<Written, Sent>, 'formState' | 'mistake'>;
  children: string;
}) {
  return (
    <div className="mt-4 flex items-center gap-3">
      <Button look="main" type="submit" disabled={!formState.isDirty || formState.isSubmitting}>
        {children}
      </Button>
      {mistake ? (
        <p role="alert" className="text-brick">
          {mistake}
        </p>
      ) : formState.isDirty ? (
        <p className="text-ink-2">Not saved yet.</p>
      ) : null}
    </div>
  );
}
