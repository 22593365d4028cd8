import { type Account, accountRoutes, availabilityRoutes, type MemberAvailability } from '@kineta/contract';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { z } from 'zod';
import { SetFactorUp } from '../account/second-factor.tsx';
import { useAccount, useSignedIn } from '../account/store.ts';
import { useAvailabilities } from '../account/taking.tsx';
import { FACE, OwnPicture } from '../pictures/own-picture.tsx';
import { call, sentenceOf } from '../shell/api.ts';
import { holdsFor, setHolding } from '../shell/holding.ts';
import { changedHere, useRoute } from '../shell/query.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { TextField } from '../ui/field.tsx';
import { Pill } from '../ui/pill.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { shortTime, wholeTime } from '../ui/time.ts';

const heading = 'mb-2 font-script text-lg font-semibold';

/** As it is written: languages, and what one knows, one after the other. */
const WrittenProfile = z
  .object({ name: z.string(), languages: z.string(), skills: z.string() })
  .transform(({ name, languages, skills }) => ({
    name,
    languages: languages.split(/[\s,]+/).filter(Boolean),
    skills: skills
      .split(',')
      .map(skill => skill.trim())
      .filter(Boolean),
  }))
  .pipe(accountRoutes.profile.body);

const writtenOf = ({ name, languages, skills }: Account['member']) => ({
  name,
  languages: languages.join(', '),
  skills: skills.join(', '),
});

function Profile() {
  const { member } = useSignedIn();
  const enter = useAccount(state => state.enter);
  const form = useSentForm(WrittenProfile, writtenOf(member), async body => {
    const account = await call(accountRoutes.profile, { body });
    enter(account);
    form.reset(writtenOf(account.member));
    toast.success('Saved.');
  });
  const setPicture = async (picture: string | null) => {
    try {
      const { name, languages, skills } = member;
      enter(await call(accountRoutes.profile, { body: { name, languages, skills, picture } }));
      toast.success(picture ? 'Visitors see it when you take over.' : 'Your picture is taken away.');
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  const { register, submit, mistake, mistakeAt, formState } = form;
  return (
    <form onSubmit={submit} noValidate>
      <h2 className={heading}>As visitors meet you</h2>
      <div className="mb-4 flex items-center gap-3">
        <span className="text-ink-2">{member.picture ? 'Your picture' : 'A picture of you'}</span>
        <OwnPicture name="picture of you" shape={FACE} picture={member.picture} onPicture={setPicture} />
      </div>
      <div className="grid max-w-2xl grid-cols-2 gap-4 max-md:grid-cols-1">
        <TextField label="Name" autoComplete="name" mistake={mistakeAt('name') ?? mistake} {...register('name')} />
        <TextField
          label="Languages you answer in"
          placeholder="en, pl"
          mistake={mistakeAt('languages')}
          {...register('languages')}
        />
        <TextField
          label="What you know best"
          placeholder="grants, batteries"
          mistake={mistakeAt('skills')}
          {...register('skills')}
        />
      </div>
      <Button look="main" type="submit" className="mt-4" disabled={!formState.isDirty || formState.isSubmitting}>
        Save
      </Button>
    </form>
  );
}

/** As it is written: a number of chats. */
const WrittenMost = z
  .object({ most: z.string() })
  .transform(({ most }) => ({ most: most.trim() === '' ? Number.NaN : Number(most) }))
  .pipe(availabilityRoutes.change.body.pick({ most: true }).required());

/** What is settled for this browser alone. */
function Sending() {
  const [holds, setHolds] = useState(() => holdsFor() > 0);
  return (
    <section>
      <h2 className={heading}>Sending</h2>
      <label className="flex max-w-2xl items-start gap-2">
        <input
          type="checkbox"
          className="mt-1 size-4 shrink-0 accent-petrol"
          checked={holds}
          onChange={event => {
            setHolding(event.target.checked);
            setHolds(event.target.checked);
          }}
        />
        <span>
          What I send to visitors waits five seconds, so that I can take it back. It goes out at once when I look away,
          or press Enter again.
        </span>
      </label>
    </section>
  );
}

function Chats({ own }: { own: MemberAvailability }) {
  const form = useSentForm(WrittenMost, { most: String(own.most) }, async ({ most }) => {
    await call(availabilityRoutes.change, { body: { most } });
    await changedHere(availabilityRoutes.list);
    form.reset({ most: String(most) });
    toast.success('Saved.');
  });
  return (
    <form onSubmit={form.submit} noValidate>
      <h2 className={heading}>Chats</h2>
      <p className="mb-3 max-w-2xl text-ink-2">
        Visitors are told that somebody is there while anybody takes chats: here, not for ten minutes without a key or a
        click, in the hours of their teams, with room for another. Who takes none for now switches that off beside their
        name.
      </p>
      <TextField
        className="max-w-xs"
        label="You take at most so many at once"
        inputMode="numeric"
        mistake={form.mistakeAt('most') ?? form.mistake}
        {...form.register('most')}
      />
      <Button type="submit" className="mt-4" disabled={!form.formState.isDirty || form.formState.isSubmitting}>
        Save the number
      </Button>
    </form>
  );
}

const nothing = { present: '', next: '' };

function Password() {
  const { register, submit, reset, mistake, mistakeAt, formState } = useSentForm(
    accountRoutes.password.body,
    nothing,
    async body => {
      await call(accountRoutes.password, { body });
      reset(nothing);
      await changedHere(accountRoutes.sessions);
      toast.success('Your new password is set, and you are signed out elsewhere.');
    },
  );
  return (
    <form onSubmit={submit} noValidate>
      <h2 className={heading}>Password</h2>
      <div className="grid max-w-2xl grid-cols-2 gap-4 max-md:grid-cols-1">
        <TextField
          label="The present one"
          type="password"
          autoComplete="current-password"
          mistake={mistakeAt('present') ?? mistake}
          {...register('present')}
        />
        <TextField
          label="A new one of at least 10 characters"
          type="password"
          autoComplete="new-password"
          mistake={mistakeAt('next')}
          {...register('next')}
        />
      </div>
      <Button type="submit" className="mt-4" disabled={!formState.isDirty || formState.isSubmitting}>
        Change the password
      </Button>
    </form>
  );
}

function GiveUp({ onClose, onDone }: { onClose: () => void; onDone: () => void }) {
  const { register, submit, mistake, mistakeAt, formState } = useSentForm(
    accountRoutes.dropSecondFactor.body,
    { password: '' },
    async body => {
      await call(accountRoutes.dropSecondFactor, { body });
      onDone();
    },
  );
  return (
    <Dialog
      open
      title="Give the second factor up?"
      description="From then on your password alone lets you in, and whoever has it."
      onClose={onClose}
    >
      <form onSubmit={submit} noValidate>
        <TextField
          label="Your password"
          type="password"
          autoComplete="current-password"
          autoFocus
          mistake={mistakeAt('password') ?? mistake}
          {...register('password')}
        />
        <div className="mt-4 flex justify-end gap-2">
          <Button onClick={onClose}>Keep it</Button>
          <Button look="danger" type="submit" disabled={formState.isSubmitting}>
            Give it up
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

function Factor() {
  const { secondFactor } = useSignedIn().member;
  const load = useAccount(state => state.load);
  const [shown, setShown] = useState<'set up' | 'give up'>();
  const done = () => {
    setShown(undefined);
    void load();
  };
  return (
    <section>
      <h2 className={heading}>Second factor</h2>
      <p className="flex flex-wrap items-center gap-3">
        {secondFactor ? (
          <>
            <Pill tone="fine">You have one</Pill>
            <Button look="quiet" onClick={() => setShown('give up')}>
              Give it up
            </Button>
          </>
        ) : (
          <>
            <span className="text-ink-2">An app on your phone that shows six digits, beside your password.</span>
            <Button onClick={() => setShown('set up')}>Set up a second factor</Button>
          </>
        )}
      </p>
      <Dialog
        open={shown === 'set up'}
        title="A second factor"
        onClose={() => {
          setShown(undefined);
          void load();
        }}
      >
        <SetFactorUp onDone={done} />
      </Dialog>
      {shown === 'give up' ? <GiveUp onClose={() => setShown(undefined)} onDone={done} /> : null}
    </section>
  );
}

function Sessions() {
  const { data } = useRoute(accountRoutes.sessions, {});
  const end = async (id?: string) => {
    try {
      await call(accountRoutes.endSessions, { query: { id } });
      await changedHere(accountRoutes.sessions);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <section className="max-w-2xl">
      <h2 className={heading}>Where you are signed in</h2>
      {data ? (
        <ul aria-label="Where you are signed in" className="border-t border-rule">
          {data.map(session => (
            <li key={session.id} className="flex min-h-11 items-center gap-3 border-b border-rule py-1.5">
              <span className="min-w-0 flex-1 truncate">{session.browser}</span>
              <span className="text-ink-2 max-md:hidden">{session.address}</span>
              {session.here ? (
                <Pill tone="kineta">here</Pill>
              ) : (
                <>
                  <time dateTime={session.seen} title={wholeTime(session.seen)} className="text-ink-2">
                    {shortTime(session.seen)}
                  </time>
                  <Button look="quiet" onClick={() => end(session.id)}>
                    Sign out there
                  </Button>
                </>
              )}
            </li>
          ))}
        </ul>
      ) : (
        <Skeleton lines={2} />
      )}
      {data && data.length > 1 ? (
        <Button className="mt-3" onClick={() => end()}>
          Sign out everywhere else
        </Button>
      ) : null}
    </section>
  );
}

/** What members settle about themselves. */
export default function You() {
  const { member } = useSignedIn();
  const own = useAvailabilities()?.find(known => known.member === member.id);
  useEffect(() => {
    document.title = 'You · Kineta';
  }, []);
  return (
    <main className="h-full overflow-y-auto">
      <header className="flex min-h-13 items-center border-b border-rule px-6 max-md:px-4">
        <h1 className="font-script text-xl font-semibold">You</h1>
      </header>
      <div className="space-y-9 px-6 pt-5 pb-16 max-md:px-4">
        <Profile />
        {own ? <Chats own={own} /> : null}
        <Sending />
        <Password />
        <Factor />
        <Sessions />
      </div>
    </main>
  );
}
