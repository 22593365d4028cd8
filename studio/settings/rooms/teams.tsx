import { type TeamDetail, teamRoutes } from '@kineta/contract';
import { Fragment, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useAccount, useSignedIn } from '../../account/store.ts';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';
import { useSentForm } from '../../shell/sent-form.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';
import { dayAndTime } from '../../ui/time.ts';
import { HoursEditor } from '../hours/hours-editor.tsx';
import { AcceptsWithin } from './accepts-within.tsx';

function NewTeam() {
  const form = useSentForm(teamRoutes.make.body, { name: '' }, async body => {
    await call(teamRoutes.make, { body });
    form.reset();
    await changedHere(teamRoutes.list);
    void useAccount.getState().load();
  });
  return (
    <form onSubmit={form.submit} noValidate className="flex items-start gap-3 border-b border-rule pb-5">
      <TextField
        label="A new team"
        placeholder="Aftercare"
        className="w-72"
        mistake={form.mistakeAt('name') ?? form.mistake}
        {...form.register('name')}
      />
      <Button type="submit" className="mt-6" disabled={form.formState.isSubmitting}>
        Make it
      </Button>
    </form>
  );
}

function TeamRow({ team }: { team: TeamDetail }) {
  const { teams, members } = useSignedIn();
  const [edits, setEdits] = useState<'hours' | 'offers'>();
  const now = teams.find(({ id }) => id === team.id);
  const names = members.filter(({ id }) => team.members.includes(id)).map(({ name }) => name);
  const remove = async () => {
    try {
      await call(teamRoutes.remove, { params: { id: team.id } });
      await changedHere(teamRoutes.list);
      void useAccount.getState().load();
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <li className="border-b border-rule py-3">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <div className="min-w-0 flex-1">
          <h2 className="font-script text-lg font-semibold">{team.name}</h2>
          <p className="text-ink-2">
            {names.length > 0 ? names.join(', ') : 'Nobody is in it yet: members say in which teams they are.'}
          </p>
          <p className="text-[0.8125rem] text-ink-2">
            {team.takes.length > 0
              ? 'Takes what these flows hand over: '
              : 'No flow that visitors meet hands over to it.'}
            {team.takes.map(({ id, name }, at) => (
              <Fragment key={id}>
                {at > 0 ? ', ' : ''}
                <Link to={`/flows/${id}`} className="text-teal underline">
                  {name}
                </Link>
              </Fragment>
            ))}
          </p>
        </div>
        {team.hours === null ? (
          <Pill tone="waits">no hours: always open</Pill>
        ) : now?.open ? (
          <Pill tone="fine">open{now.changes ? ` until ${dayAndTime(now.changes)}` : ''}</Pill>
        ) : (
          <Pill tone="neutral">closed{now?.changes ? `, opens ${dayAndTime(now.changes)}` : ''}</Pill>
        )}
        {edits ? null : (
          <>
            <Button onClick={() => setEdits('hours')}>
              Hours<span className="sr-only"> of {team.name}</span>
            </Button>
            <Button onClick={() => setEdits('offers')}>
              Offers
              <span className="sr-only">
                {' '}
                to {team.name}: {team.acceptsWithin} s
              </span>
            </Button>
            <Button look="quiet" onClick={remove}>
              Remove<span className="sr-only"> {team.name}</span>
            </Button>
          </>
        )}
      </div>
      {edits === 'hours' ? <HoursEditor team={team} onClose={() => setEdits(undefined)} /> : null}
      {edits === 'offers' ? <AcceptsWithin team={team} onClose={() => setEdits(undefined)} /> : null}
    </li>
  );
}

/** Who answers together, and when. */
export function TeamsRoom() {
  const { data, error } = useRoute(teamRoutes.list, {});
  if (!data) return error ? <p role="alert">{sentenceOf(error)}</p> : <Skeleton lines={5} />;
  return (
    <div>
      <NewTeam />
      <ul aria-label="Teams">
        {data.map(team => (
          <TeamRow key={team.id} team={team} />
        ))}
      </ul>
    </div>
  );
}
