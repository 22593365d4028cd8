import { settingsRoutes } from '@kineta/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';
import { useSentForm } from '../../shell/sent-form.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';
import { shortTime, wholeTime } from '../../ui/time.ts';

const blank = { host: '', header: 'Authorization', value: '' };

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
  const { data: keys, error } = useRoute(settingsRoutes.keys, {});
  const [forgetting, setForgetting] = useState<string>();
  const { register, submit, watch, reset, mistake, mistakeAt } = useSentForm(
    settingsRoutes.keepKey.body,
    blank,
    async body => {
      await call(settingsRoutes.keepKey, { body });
      await changedHere(settingsRoutes.keys);
      reset(blank);
      toast.success(`The key of ${body.host} is kept.`);
    },
  );
  const forget = async (host: string) => {
    setForgetting(undefined);
    try {
      await call(settingsRoutes.forgetKey, { params: { host } });
      await changedHere(settingsRoutes.keys);
    } catch (failed) {
      toast.error(sentenceOf(failed));
    }
  };
  const wrong = mistake ?? (error && !keys ? sentenceOf(error) : undefined);

  return (
    <section>
      <h2 className="font-script text-lg font-semibold">Keys of services</h2>
      <p className="mb-2 text-ink-2">
        A service that asks for a key is sent it with each call, and no other host is. Flows and their files hold none,
        and what is kept here is not shown again.
      </p>
      {keys || wrong ? null : <Skeleton lines={2} />}
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
      <form onSubmit={submit} className="grid grid-cols-[1fr_10rem_1fr_auto] items-start gap-2 max-md:grid-cols-1">
        <TextField label="Host" placeholder="post.example" mistake={mistakeAt('host')} {...register('host')} />
        <TextField label="Header field" mistake={mistakeAt('header')} {...register('header')} />
        <TextField
          label="Key"
          type="password"
          autoComplete="off"
          placeholder="Bearer …"
          mistake={mistakeAt('value')}
          {...register('value')}
        />
        <Button type="submit" className="mt-6 max-md:mt-0" disabled={!watch('host').trim() || !watch('value').trim()}>
          Keep the key
        </Button>
      </form>
      {wrong ? (
        <p role="alert" className="mt-2 text-brick">
          {wrong}
        </p>
      ) : null}
      {forgetting ? (
        <Forget host={forgetting} onClose={() => setForgetting(undefined)} onForget={() => forget(forgetting)} />
      ) : null}
    </section>
  );
}
