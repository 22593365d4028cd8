import { type SiteDetail, visitorSignInRoutes } from '@kineta/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';
import { Button } from '../../ui/button.tsx';
import { TextArea } from '../../ui/field.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';
import { dayAndTime } from '../../ui/time.ts';
import { ToCopy } from '../to-copy.tsx';

const example = (key: string): string => `import { SignJWT } from 'jose';

const token = await new SignJWT({ sub: customer.id, name: customer.name, email: customer.email })
  .setProtectedHeader({ alg: 'HS256' })
  .setAudience('${key}')
  .setExpirationTime('1h')
  .sign(new TextEncoder().encode(process.env.KINETA_SITE_SECRET));`;

/** Where whoever makes tokens sees what is wrong with one. */
function Check({ site }: { site: SiteDetail }) {
  const [token, setToken] = useState('');
  const [found, setFound] = useState<{ isGood: boolean; says: string }>();
  const look = async (text: string): Promise<void> => {
    setToken(text);
    if (text.trim() === '') return setFound(undefined);
    try {
      const { wrong, who } = await call(visitorSignInRoutes.check, {
        params: { id: site.id },
        body: { token: text },
      });
      const named = [who?.name, who?.email].filter(Boolean).join(', ');
      setFound({
        isGood: wrong === null,
        says: wrong ?? `It is good: its bearer is ${who!.id}${named ? ` (${named})` : ''}.`,
      });
    } catch (error) {
      setFound({ isGood: false, says: sentenceOf(error) });
    }
  };
  return (
    <div className="max-w-3xl">
      <TextArea
        label="Is a token as it should be? Paste it here"
        rows={2}
        value={token}
        onChange={event => void look(event.target.value)}
      />
      {found ? (
        <p role="status" className={`mt-1 ${found.isGood ? 'text-moss' : 'text-brick'}`}>
          {found.says}
        </p>
      ) : null}
    </div>
  );
}

/** How the site says who its visitors are, so that what is a customer’s is theirs. */
export function SignedIn({ site }: { site: SiteDetail }) {
  const params = { id: site.id };
  const { data } = useRoute(visitorSignInRoutes.get, { params });
  const [isShown, setShown] = useState(false);
  const change = async (to: 'make' | 'end'): Promise<void> => {
    try {
      await call(visitorSignInRoutes[to], { params });
      await changedHere(visitorSignInRoutes.get);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  if (!data) return <Skeleton lines={3} />;
  const { secret, oldUntil } = data;
  if (secret === null)
    return (
      <div className="space-y-3">
        <p className="max-w-3xl text-ink-2">
          Where your site knows who somebody is, it can say so: they are greeted by name, are not asked what you know,
          and find their conversation in any browser, and nobody else does.
        </p>
        <Button onClick={() => change('make')}>Make the site’s secret</Button>
      </div>
    );
  return (
    <div className="space-y-4">
      <div className="flex flex-wrap items-center gap-3">
        <span className="font-mono text-[0.8125rem] break-all">{isShown ? secret : '•'.repeat(24)}</span>
        <Button onClick={() => setShown(!isShown)}>
          {isShown ? 'Hide' : 'Show'}
          <span className="sr-only"> the secret</span>
        </Button>
        <Button onClick={() => navigator.clipboard?.writeText(secret).then(() => toast.success('It is copied.'))}>
          Copy<span className="sr-only"> the secret</span>
        </Button>
        <Button onClick={() => change('make')}>Another secret</Button>
        <Button look="danger" onClick={() => change('end')}>
          Sign nobody in any more
        </Button>
      </div>
      <p className="text-[0.8125rem] text-ink-2">
        {oldUntil
          ? `The secret before it is good until ${dayAndTime(oldUntil)}. `
          : 'With another secret, this one is good for a day more. '}
        It belongs on your server and nowhere else: whoever has it can be anybody.
      </p>
      <div className="max-w-3xl space-y-3">
        <div>
          <p className="mb-1 text-ink-2">
            On your server, for each page of whoever is signed in (a JWT, RFC 7519, good for a day at most):
          </p>
          <ToCopy name="How a token is made" text={example(site.key)} rows={7} />
        </div>
        <div>
          <p className="mb-1 text-ink-2">And on the page, at the line that it has already:</p>
          <ToCopy
            name="The line with a token"
            text={site.snippet.replace('></script>', ' data-who="TOKEN"></script>')}
          />
        </div>
      </div>
      <Check site={site} />
    </div>
  );
}
