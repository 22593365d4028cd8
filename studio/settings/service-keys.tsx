import { type ServiceKey, settingsRoutes } from '@kineta/contract';
import { type FormEvent, useEffect, useState } from 'react';
import { toast } from 'sonner';
import { CallError, call, sentenceOf } from '../shell/api.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { TextField } from '../ui/field.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { shortTime, wholeTime } from '../ui/time.ts';

const blank = { host: '', header: 'Authorization', value: '' };
type Field = keyof typeof blank;

/** The field that a request was refused at, by the contract’s path. */
function refusedAt(error: unknown): Partial<Record<Field, string>> | undefined {
  const fields = error instanceof CallError ? (error.problem.fields ?? []) : [];
  return fields.length > 0
    ? Object.fromEntries(fields.map(({ path, message }) => [path.replace('body.', ''), message]))
    : undefined;
}

function Forget({ host, onClose, onForget }: { host: string; onClose: () => void; onForget: () => void }) {
  return (
    <Dialog
      open
      title={`Forget the key of ${host}?`}
      description="It is called without one from now on. Kineta cannot show the key: to give it again, you need it from where you got it."
      onClose={onClose}
    >
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Keep it</Button>
        <Button look="danger" onClick={onForget}>
          Forget the key
        </Button>
      </div>
    </Dialog>
  );
}

/** Which services are sent a key. A key is written here once; from then on only that there is one is known. */
export function ServiceKeys() {
  const [keys, setKeys] = useState<ServiceKey[]>();
  const [written, setWritten] = useState(blank);
  const [mistakes, setMistakes] = useState<Partial<Record<Field | 'all', string>>>({});
  const [forgetting, setForgetting] = useState<string>();
  useEffect(() => {
    call(settingsRoutes.keys, {})
      .then(setKeys)
      .catch(error => setMistakes({ all: sentenceOf(error) }));
  }, []);

  const write = (field: Field) => (event: React.ChangeEvent<HTMLInputElement>) => {
    setWritten({ ...written, [field]: event.target.value });
    setMistakes({});
  };
  const keep = async (event: FormEvent) => {
    event.preventDefault();
    try {
      setKeys(await call(settingsRoutes.keepKey, { body: written }));
      setWritten(blank);
      toast.success(`The key of ${written.host.trim()} is kept.`);
    } catch (error) {
      setMistakes(refusedAt(error) ?? { all: sentenceOf(error) });
    }
  };
  const forget = async (host: string) => {
    setForgetting(undefined);
    try {
      await call(settingsRoutes.forgetKey, { params: { host } });
      setKeys(now => now?.filter(key => key.host !== host));
    } catch (error) {
      setMistakes({ all: sentenceOf(error) });
    }
  };

  return (
    <section>
      <h2 className="font-script text-lg font-semibold">Keys of services</h2>
      <p className="mb-2 text-ink-2">
        A service that asks for a key is sent it with each call, and no other host is. Flows and their files hold none,
        and what is kept here is not shown again.
      </p>
      {keys ? null : mistakes.all ? null : <Skeleton lines={2} />}
      {keys && keys.length > 0 ? (
        <ul aria-label="Services with a key" className="mb-3 border-t border-rule">
          {keys.map(({ host, header, setAt }) => (
            <li key={host} className="flex items-center gap-4 border-b border-rule py-1.5">
              <span className="min-w-0 flex-1 truncate font-mono">{host}</span>
              <span className="text-ink-2">{header}</span>
              <time dateTime={setAt} title={wholeTime(setAt)} className="text-ink-2">
                kept {shortTime(setAt)}
              </time>
              <RemoveButton name={`Forget the key of ${host}`} onClick={() => setForgetting(host)} />
            </li>
          ))}
        </ul>
      ) : null}
      <form onSubmit={keep} className="grid grid-cols-[1fr_10rem_1fr_auto] items-start gap-2 max-md:grid-cols-1">
        <TextField
          label="Host"
          placeholder="post.example"
          value={written.host}
          mistake={mistakes.host}
          onChange={write('host')}
        />
        <TextField label="Header field" value={written.header} mistake={mistakes.header} onChange={write('header')} />
        <TextField
          label="Key"
          type="password"
          autoComplete="off"
          placeholder="Bearer …"
          value={written.value}
          mistake={mistakes.value}
          onChange={write('value')}
        />
        <Button type="submit" className="mt-6 max-md:mt-0" disabled={!written.host.trim() || !written.value.trim()}>
          Keep the key
        </Button>
      </form>
      {mistakes.all ? (
        <p role="alert" className="mt-2 text-brick">
          {mistakes.all}
        </p>
      ) : null}
      {forgetting ? (
        <Forget host={forgetting} onClose={() => setForgetting(undefined)} onForget={() => forget(forgetting)} />
      ) : null}
    </section>
  );
}
