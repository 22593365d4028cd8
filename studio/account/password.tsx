import { memberRoutes } from '@kineta/contract';
import { useEffect, useState } from 'react';
import { call } from '../shell/api.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { Outside, tokenHere } from './outside.tsx';

const toSignIn = (
  <p className="mt-4">
    <a href="/" className="text-petrol underline">
      To the sign-in
    </a>
  </p>
);

/** For who forgot their password: asks for a link by email. */
export function Forgotten() {
  const [isAsked, setAsked] = useState(false);
  useEffect(() => {
    document.title = 'A new password · Kineta';
  }, []);
  const { register, submit, mistake, mistakeAt, formState } = useSentForm(
    memberRoutes.forgotPassword.body,
    { email: '' },
    async body => {
      await call(memberRoutes.forgotPassword, { body });
      setAsked(true);
    },
  );
  if (isAsked)
    return (
      <Outside title="Please look into your mail">
        <p className="text-ink-2">
          If this address belongs to a member, a link for a new password is on its way. It is good for an hour. Where
          Kineta cannot send mail, whoever runs it can help.
        </p>
        {toSignIn}
      </Outside>
    );
  return (
    <Outside title="A new password">
      <form onSubmit={submit} className="space-y-4" noValidate>
        <TextField
          label="Email"
          type="email"
          autoComplete="username"
          autoFocus
          mistake={mistakeAt('email') ?? mistake}
          {...register('email')}
        />
        <Button look="main" type="submit" disabled={formState.isSubmitting} className="w-full">
          Send me a link
        </Button>
      </form>
      {toSignIn}
    </Outside>
  );
}

/** Where such a link leads. */
export function NewPassword() {
  const [isSet, setSet] = useState(false);
  useEffect(() => {
    document.title = 'A new password · Kineta';
  }, []);
  const { register, submit, mistake, mistakeAt, formState } = useSentForm(
    memberRoutes.setPassword.body,
    { token: tokenHere(), password: '' },
    async body => {
      await call(memberRoutes.setPassword, { body });
      setSet(true);
    },
  );
  if (isSet)
    return (
      <Outside title="Your new password is set">
        <p className="text-ink-2">Wherever you were signed in, you are not any more.</p>
        {toSignIn}
      </Outside>
    );
  return (
    <Outside title="Choose a new password">
      <form onSubmit={submit} className="space-y-4" noValidate>
        <TextField
          label="A password of at least 10 characters"
          type="password"
          autoComplete="new-password"
          autoFocus
          mistake={mistakeAt('password') ?? mistakeAt('token') ?? mistake}
          {...register('password')}
        />
        <Button look="main" type="submit" disabled={formState.isSubmitting} className="w-full">
          Set it
        </Button>
      </form>
      {toSignIn}
    </Outside>
  );
}
