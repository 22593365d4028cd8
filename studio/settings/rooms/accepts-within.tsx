import { type TeamDetail, teamRoutes } from '@kineta/contract';
import { z } from 'zod';
import { call } from '../../shell/api.ts';
import { changedHere } from '../../shell/query.ts';
import { useSentForm } from '../../shell/sent-form.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';

const Written = z
  .object({ acceptsWithin: z.string() })
  .transform(({ acceptsWithin: seconds }) => ({
    acceptsWithin: seconds.trim() === '' ? Number.NaN : Number(seconds),
  }))
  .pipe(teamRoutes.change.body.pick({ acceptsWithin: true }).required());

/** For how long a visitor who waits is offered to one of a team before the next is asked. */
export function AcceptsWithin({ team, onClose }: { team: TeamDetail; onClose: () => void }) {
  const form = useSentForm(Written, { acceptsWithin: String(team.acceptsWithin) }, async body => {
    await call(teamRoutes.change, { params: { id: team.id }, body });
    await changedHere(teamRoutes.list);
    onClose();
  });
  return (
    <form onSubmit={form.submit} noValidate className="mt-3 max-w-2xl rounded-lg bg-paper-2 p-4">
      <p className="mb-3 text-ink-2">
        Whoever waits longest is offered to one who takes chats: whom they spoke with before, else who speaks their
        language, else who has least. Who does not take them in this time is passed over for the next; anybody else may
        take them meanwhile.
      </p>
      <TextField
        className="max-w-xs"
        label="Seconds that a visitor is offered to one of them"
        inputMode="numeric"
        mistake={form.mistakeAt('acceptsWithin') ?? form.mistake}
        {...form.register('acceptsWithin')}
      />
      <p className="mt-3 text-[0.8125rem] text-ink-2">
        While they wait, visitors are told their place in line, and how long it may take: as many conversations as are
        before them, times how long one is held on average (the last 50 of this team), over how many you take at once
        between you. Before five conversations are done nothing is foretold.
      </p>
      <div className="mt-4 flex gap-2">
        <Button type="submit" disabled={form.formState.isSubmitting}>
          Save the time
        </Button>
        <Button look="quiet" type="button" onClick={onClose}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
