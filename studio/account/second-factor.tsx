import { accountRoutes } from '@kineta/contract';
import QRCode from 'qrcode';
import { useState } from 'react';
import { call, sentenceOf } from '../shell/api.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { Outside } from './outside.tsx';
import { useAccount } from './store.ts';

interface Begun {
  key: string;
  picture: string;
}

/** The codes to write down, told this once. */
function Recovery({ codes, onDone }: { codes: string[]; onDone: () => void }) {
  return (
    <div>
      <p className="text-ink-2">
        Write these codes down, or keep them in your password manager. Each lets you in once when your phone is not at
        hand. They are not shown again.
      </p>
      <ul aria-label="Codes to write down" className="my-3 grid grid-cols-2 gap-1 rounded-md bg-paper-2 p-3 font-mono">
        {codes.map(code => (
          <li key={code}>{code}</li>
        ))}
      </ul>
      <div className="flex justify-end gap-2">
        <Button onClick={() => navigator.clipboard?.writeText(codes.join('\n'))}>Copy them</Button>
        <Button look="main" autoFocus onClick={onDone}>
          I have them
        </Button>
      </div>
    </div>
  );
}

function Confirm({ begun: { key, picture }, onCodes }: { begun: Begun; onCodes: (codes: string[]) => void }) {
  const { register, submit, mistake, mistakeAt, formState } = useSentForm(
    accountRoutes.confirmSecondFactor.body,
    { code: '' },
    async body => onCodes((await call(accountRoutes.confirmSecondFactor, { body })).recovery),
  );
  return (
    <form onSubmit={submit} noValidate>
      <p className="text-ink-2">Take this picture with an app for one-time codes, or type the key into it.</p>
      <div className="my-3 flex items-center gap-4">
        <img src={picture} alt="" className="size-36 shrink-0 rounded border border-rule bg-white" />
        <output aria-label="Key" className="min-w-0 font-mono text-[0.8125rem] break-all">
          {key.match(/.{1,4}/g)?.join(' ')}
        </output>
      </div>
      <TextField
        label="The six digits that it shows"
        inputMode="numeric"
        autoComplete="one-time-code"
        autoFocus
        mistake={mistakeAt('code') ?? mistake}
        {...register('code')}
      />
      <div className="mt-4 flex justify-end">
        <Button look="main" type="submit" disabled={formState.isSubmitting}>
          Confirm
        </Button>
      </div>
    </form>
  );
}

/** Sets a second factor up: the key, a first code, the codes to write down. */
export function SetFactorUp({ onDone }: { onDone: () => void }) {
  const [begun, setBegun] = useState<Begun>();
  const [codes, setCodes] = useState<string[]>();
  const [wrong, setWrong] = useState<string>();
  const begin = async () => {
    try {
      const { key, uri } = await call(accountRoutes.beginSecondFactor, {});
      const drawn = await QRCode.toString(uri, { type: 'svg', margin: 2 });
      setBegun({ key, picture: `data:image/svg+xml,${encodeURIComponent(drawn)}` });
    } catch (error) {
      setWrong(sentenceOf(error));
    }
  };
  if (codes) return <Recovery codes={codes} onDone={onDone} />;
  if (begun) return <Confirm begun={begun} onCodes={setCodes} />;
  return (
    <div>
      <p className="text-ink-2">
        Beside your password you are asked for six digits that an app on your phone shows, so that a password alone lets
        nobody in.
      </p>
      {wrong ? (
        <p role="alert" className="mt-2 text-brick">
          {wrong}
        </p>
      ) : null}
      <div className="mt-4 flex justify-end">
        <Button look="main" autoFocus onClick={begin}>
          Set it up
        </Button>
      </div>
    </div>
  );
}

/** Before anything else, where the business asks a second factor of everybody. */
export function FactorOwed() {
  const load = useAccount(state => state.load);
  const signOut = useAccount(state => state.signOut);
  return (
    <Outside title="A second factor is asked of everybody here">
      <SetFactorUp onDone={() => void load()} />
      <p className="mt-4 text-center">
        <button type="button" className="text-ink-2 hover:underline" onClick={signOut}>
          Sign out
        </button>
      </p>
    </Outside>
  );
}
