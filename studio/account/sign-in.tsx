import { accountRoutes } from '@kineta/contract';
import { useState } from 'react';
import { z } from 'zod';
import { CallError } from '../shell/api.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { TextField } from '../ui/field.tsx';
import { Outside } from './outside.tsx';
import { useAccount } from './store.ts';

/** The code only once it is asked for: most have no second factor. */
const Written = accountRoutes.signIn.body.extend({ code: z.string().trim().optional() });

function SignInForm({ email = '' }: { email?: string }) {
  const signIn = useAccount(state => state.signIn);
  const [asksCode, setAsksCode] = useState(false);
  const { register, submit, mistake, mistakeAt, formState } = useSentForm(
    Written,
    { email, password: '' },
    async sent => {
      try {
        await signIn(sent);
      } catch (error) {
        if (!(error instanceof CallError) || error.problem.code !== 'second_factor_asked') throw error;
        setAsksCode(true);
      }
    },
  );
  return (
    <form onSubmit={submit} className="space-y-4">
      <TextField
        label="Email"
        type="email"
        autoComplete="username"
        required
        autoFocus={email === ''}
        mistake={mistakeAt('email')}
        {...register('email')}
      />
      <TextField
        label="Password"
        type="password"
        autoComplete="current-password"
        required
        autoFocus={email !== ''}
        mistake={mistakeAt('password') ?? (asksCode ? undefined : mistake)}
        {...register('password')}
      />
      {asksCode ? (
        <TextField
          label="The code of your app, or one that you wrote down"
          autoComplete="one-time-code"
          required
          autoFocus
          mistake={mistakeAt('code') ?? mistake}
          {...register('code')}
        />
      ) : null}
      <Button look="main" type="submit" disabled={formState.isSubmitting} className="w-full">
        Sign in
      </Button>
    </form>
  );
}

export function SignInPage() {
  return (
    <Outside>
      <p className="mb-6 text-ink-2">Conversations, written like a play.</p>
      <SignInForm />
      <p className="mt-4 text-center">
        <a href="/forgotten" className="text-ink-2 hover:text-ink hover:underline">
          I forgot my password
        </a>
      </p>
    </Outside>
  );
}

/** Over the page when the session has ended: what was being written stays behind it, and goes on. */
export function SignInAgain() {
  const account = useAccount(state => state.account);
  return (
    <Dialog title="Please sign in again" description="Your session has ended. Nothing you wrote is lost." open>
      <SignInForm email={account?.member.email ?? ''} />
    </Dialog>
  );
}
