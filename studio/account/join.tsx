import { memberRoutes } from '@kineta/contract';
import { useEffect, useState } from 'react';
import type { z } from 'zod';
import { call, sentenceOf } from '../shell/api.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { LinkGone, Outside, tokenHere } from './outside.tsx';
import { useAccount } from './store.ts';

type Asked = z.output<typeof memberRoutes.lookAtInvitation.reply>;

function JoinForm({ asked: { business, email, role, by } }: { asked: Asked }) {
  const enter = useAccount(state => state.enter);
  const { register, submit, mistake, mistakeAt, formState } = useSentForm(
    memberRoutes.join.body,
    { token: tokenHere(), name: '', password: '' },
    async body => {
      const account = await call(memberRoutes.join, { body });
      history.replaceState(null, '', '/');
      enter(account);
    },
  );
  return (
    <Outside title={`Join ${business}`}>
      <p className="mb-4 text-ink-2">
        {by} asks you to {role === 'lead' ? 'lead its chat with them' : 'answer its visitors'}. You will sign in as{' '}
        {email}.
      </p>
      <form onSubmit={submit} className="space-y-4" noValidate>
        <input type="hidden" autoComplete="username" value={email} readOnly />
        <TextField
          label="Your name, as visitors see it"
          autoComplete="name"
          autoFocus
          mistake={mistakeAt('name')}
          {...register('name')}
        />
        <TextField
          label="A password of at least 10 characters"
          type="password"
          autoComplete="new-password"
          mistake={mistakeAt('password') ?? mistake}
          {...register('password')}
        />
        <Button look="main" type="submit" disabled={formState.isSubmitting} className="w-full">
          Join
        </Button>
      </form>
    </Outside>
  );
}

/** Where the link of an invitation leads. */
export function Join() {
  const [asked, setAsked] = useState<Asked>();
  const [wrong, setWrong] = useState<string>();
  useEffect(() => {
    document.title = 'Join · Kineta';
    call(memberRoutes.lookAtInvitation, { body: { token: tokenHere() } }).then(setAsked, error =>
      setWrong(sentenceOf(error)),
    );
  }, []);
  if (wrong) return <LinkGone sentence={wrong} />;
  return asked ? <JoinForm asked={asked} /> : null;
}
