import { type Invitation, type MemberDetail, memberRoutes, type Role } from '@kineta/contract';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAccount, useSignedIn } from '../../account/store.ts';
import { availabilityWords, useAvailabilities } from '../../account/taking.tsx';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';
import { useSentForm } from '../../shell/sent-form.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Choice, TextField } from '../../ui/field.tsx';
import { Menu, type MenuItem } from '../../ui/menu.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';
import { dayAndTime, shortTime, wholeTime } from '../../ui/time.ts';

interface LinkShown {
  email: string;
  link: string;
  sent: boolean;
  why?: string | undefined;
}

/** Does something about members, shows what came of it, and says why when it did not. */
async function settle(work: () => Promise<unknown>): Promise<void> {
  try {
    await work();
    await changedHere(memberRoutes.list);
    void useAccount.getState().load();
  } catch (error) {
    toast.error(sentenceOf(error));
  }
}

function LinkDialog({ shown: { email, link, sent, why }, onClose }: { shown: LinkShown; onClose: () => void }) {
  return (
    <Dialog
      open
      title={sent ? `An invitation is on its way to ${email}` : `Please give ${email} this link`}
      description={
        sent
          ? 'The link in it is good for seven days, and once. Here it is as well, if the email does not come.'
          : `No email could be sent: ${why ?? 'no mail server is set.'} The link is good for seven days, and once.`
      }
      onClose={onClose}
    >
      <input
        aria-label="The link of the invitation"
        readOnly
        value={link}
        className="w-full rounded-md border border-rule bg-paper-2 px-2.5 py-1.5 font-mono text-[0.8125rem]"
        onFocus={event => event.target.select()}
      />
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={() => navigator.clipboard?.writeText(link).then(() => toast.success('The link is copied.'))}>
          Copy the link
        </Button>
        <Button look="main" onClick={onClose}>
          Done
        </Button>
      </div>
    </Dialog>
  );
}

function Invite({ onInvited }: { onInvited: (shown: LinkShown) => void }) {
  const { teams } = useSignedIn();
  const form = useSentForm(
    memberRoutes.invite.body,
    { email: '', role: 'agent' as Role, teams: [] as string[] },
    async body => {
      const { invitation, ...went } = await call(memberRoutes.invite, { body });
      form.reset();
      await changedHere(memberRoutes.list);
      onInvited({ email: invitation.email, ...went });
    },
  );
  const { register, submit, mistake, mistakeAt, formState } = form;
  return (
    <form onSubmit={submit} noValidate className="border-b border-rule pb-5">
      <div className="grid grid-cols-[1fr_16rem_auto] items-start gap-3 max-md:grid-cols-1">
        <TextField
          label="Email of a colleague"
          type="email"
          autoComplete="off"
          mistake={mistakeAt('email') ?? mistake}
          {...register('email')}
        />
        <Choice label="Who joins as" {...register('role')}>
          <option value="agent">an agent, who answers</option>
          <option value="lead">a lead, who settles things</option>
        </Choice>
        <Button type="submit" look="main" className="mt-6 max-md:mt-0" disabled={formState.isSubmitting}>
          Invite
        </Button>
      </div>
      {teams.length > 0 ? (
        <fieldset className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
          <legend className="float-left mr-3 text-ink-2">in the teams</legend>
          {teams.map(team => (
            <label key={team.id} className="flex min-h-8 items-center gap-1.5">
              <input type="checkbox" value={team.id} {...register('teams')} /> {team.name}
            </label>
          ))}
        </fieldset>
      ) : null}
    </form>
  );
}

function MemberRow({ member }: { member: MemberDetail }) {
  const of = useAvailabilities()?.find(known => known.member === member.id);
  const { member: me, teams } = useSignedIn();
  const params = { id: member.id };
  const isMe = member.id === me.id;
  const change = (body: { role?: Role; teams?: string[] }) => settle(() => call(memberRoutes.change, { params, body }));
  const items: MenuItem[] = member.resting
    ? [{ label: 'Bring back', onSelect: () => settle(() => call(memberRoutes.bringBack, { params })) }]
    : [
        {
          label: member.role === 'lead' ? 'Make them an agent' : 'Make them a lead',
          onSelect: () => change({ role: member.role === 'lead' ? 'agent' : 'lead' }),
        },
        ...(member.secondFactor && !isMe
          ? [
              {
                label: 'Take their second factor away',
                onSelect: () => settle(() => call(memberRoutes.dropSecondFactor, { params })),
              },
            ]
          : []),
        {
          label: 'Put to rest',
          danger: true,
          onSelect: () => settle(() => call(memberRoutes.rest, { params })),
        },
      ];
  return (
    <li className={`border-b border-rule py-2.5 ${member.resting ? 'text-ink-2' : ''}`}>
      <div className="flex items-center gap-3">
        <div className="min-w-0 flex-1">
          <p className="truncate font-semibold">
            {member.name} {isMe ? <span className="font-normal text-ink-2">(you)</span> : null}
          </p>
          <p className="truncate text-ink-2">{member.email}</p>
        </div>
        {of && !member.resting ? (
          <Pill tone={of.availability === 'takes chats' ? 'fine' : 'neutral'}>
            {availabilityWords[of.availability]}
          </Pill>
        ) : null}
        {member.secondFactor ? <Pill tone="fine">second factor</Pill> : null}
        {member.resting ? <Pill tone="neutral">rests</Pill> : null}
        <Pill tone={member.role === 'lead' ? 'kineta' : 'neutral'}>{member.role}</Pill>
        <span className="w-28 text-right text-ink-2 max-md:hidden">
          {member.seen ? (
            <time dateTime={member.seen} title={wholeTime(member.seen)}>
              seen {shortTime(member.seen)}
            </time>
          ) : (
            'never seen'
          )}
        </span>
        <Menu items={items}>
          <IconButton name={`What to do about ${member.name}`}>
            <Ellipsis className="size-4" aria-hidden="true" />
          </IconButton>
        </Menu>
      </div>
      {teams.length > 0 && !member.resting ? (
        <fieldset className="mt-1 flex flex-wrap gap-x-4">
          <legend className="sr-only">Teams of {member.name}</legend>
          {teams.map(team => (
            <label key={team.id} className="flex min-h-7 items-center gap-1.5 text-ink-2">
              <input
                type="checkbox"
                checked={member.teams.includes(team.id)}
                onChange={({ target }) =>
                  change({
                    teams: target.checked ? [...member.teams, team.id] : member.teams.filter(one => one !== team.id),
                  })
                }
              />
              {team.name}
            </label>
          ))}
        </fieldset>
      ) : null}
    </li>
  );
}

function AskedRow({ asked, onInvited }: { asked: Invitation; onInvited: (shown: LinkShown) => void }) {
  const params = { id: asked.id };
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1.5 border-b border-rule py-2.5">
      <div className="min-w-60 flex-1">
        <p className="truncate">{asked.email}</p>
        <p className="text-ink-2">
          invited by {asked.by} {shortTime(asked.at)}, good until {dayAndTime(asked.until)}
        </p>
      </div>
      <Pill tone="waits">has not come yet</Pill>
      <Button
        onClick={() =>
          settle(async () => {
            const { invitation, ...went } = await call(memberRoutes.inviteAgain, { params });
            onInvited({ email: invitation.email, ...went });
          })
        }
      >
        Send it again
      </Button>
      <Button look="quiet" onClick={() => settle(() => call(memberRoutes.withdraw, { params }))}>
        Take it back
      </Button>
    </li>
  );
}

/** Who signs in, who was asked to, and what each is. */
export function MembersRoom() {
  const { data, error } = useRoute(memberRoutes.list, {});
  const [shown, setShown] = useState<LinkShown>();
  if (!data) return error ? <p role="alert">{sentenceOf(error)}</p> : <Skeleton lines={5} />;
  return (
    <div className="max-w-3xl">
      <Invite onInvited={setShown} />
      {data.invitations.length > 0 ? (
        <ul aria-label="Invited">
          {data.invitations.map(asked => (
            <AskedRow key={asked.id} asked={asked} onInvited={setShown} />
          ))}
        </ul>
      ) : null}
      <ul aria-label="Members">
        {data.members.map(member => (
          <MemberRow key={member.id} member={member} />
        ))}
      </ul>
      {shown ? <LinkDialog shown={shown} onClose={() => setShown(undefined)} /> : null}
    </div>
  );
}
