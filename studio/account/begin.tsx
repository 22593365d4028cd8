import { type Account, firstRunRoutes, Purpose } from '@kineta/contract';
import { useEffect, useId, useState } from 'react';
import { z } from 'zod';
import { call, sentenceOf } from '../shell/api.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { LinkGone, Outside, tokenHere } from './outside.tsx';
import { RegionFields } from './region-fields.tsx';
import { proposedRegion, regionOf } from './regions.ts';
import { useAccount } from './store.ts';

const { body } = firstRunRoutes.begin;
/** As it is written: numbers as text, and without the link’s token. */
const Written = z
  .object({
    business: z.object({
      name: z.string(),
      country: z.string(),
      zone: z.string(),
      language: z.string(),
      currency: z.string(),
    }),
    lead: z.object({ name: z.string(), email: z.string(), password: z.string() }),
    purpose: Purpose,
    answering: z.string(),
    monthly: z.string(),
  })
  .transform(written => ({
    ...written,
    token: tokenHere(),
    answering: written.answering.trim() === '' ? Number.NaN : Number(written.answering),
    monthly: written.monthly.trim() === '' ? Number.NaN : Number(written.monthly),
  }))
  .pipe(body);

const purposes: Array<{ purpose: Purpose; words: string }> = [
  { purpose: 'to sell', words: 'To win customers' },
  { purpose: 'to answer', words: 'To answer those we have' },
  { purpose: 'both', words: 'Both' },
];

/** What is made of the three answers, said while they are given. */
function proposal(purpose: Purpose, answering: string, monthly: string): string {
  const people = Number(answering);
  const team =
    answering.trim() === '' || people === 0
      ? 'Nobody answers: the flows do it alone, and say so.'
      : purpose === 'both'
        ? people < 3
          ? 'One team to begin with, “Team”.'
          : 'Two teams to begin with, “Sales” and “Support”.'
        : `One team to begin with, “${purpose === 'to sell' ? 'Sales' : 'Support'}”.`;
  const each = people > 0 && Number(monthly) > 0 ? Number(monthly) / 21 / people : undefined;
  return each === undefined
    ? team
    : `${team} About ${each < 1 ? 'one conversation every few days' : `${Math.round(each)} a working day`} for each, before any flow takes some.`;
}

function Section({ title, children }: { title: string; children: React.ReactNode }) {
  const id = useId();
  return (
    <section aria-labelledby={id} className="border-t border-rule py-3">
      <h2 id={id} className="mb-2 text-xs font-semibold tracking-wider text-ink-2 uppercase">
        {title}
      </h2>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2 max-md:grid-cols-1">{children}</div>
    </section>
  );
}

function BeginForm() {
  const enter = useAccount(state => state.enter);
  const { register, submit, watch, setValue, mistake, mistakeAt, formState } = useSentForm(
    Written,
    {
      business: { name: '', ...proposedRegion() },
      lead: { name: '', email: '', password: '' },
      purpose: 'both' as Purpose,
      answering: '2',
      monthly: '',
    },
    async sent => {
      const account: Account = await call(firstRunRoutes.begin, { body: sent });
      history.replaceState(null, '', '/');
      enter(account);
    },
  );
  const zone = watch('business.zone');
  /** How a business writes and what it is paid in follow its country, and so does the time zone where it has but one. */
  const follow = (event: { target: { value: string } }) => {
    const { language, currency, zones } = regionOf(event.target.value);
    setValue('business.language', language);
    if (currency) setValue('business.currency', currency);
    const [only, another] = zones;
    if (only && !another && only !== zone) setValue('business.zone', only);
  };
  const [purpose, answering, monthly] = [watch('purpose'), watch('answering'), watch('monthly')];
  return (
    <Outside title="Welcome. What is your business?" wide>
      <form onSubmit={submit} noValidate>
        <Section title="The business">
          <TextField
            label="Its name, as visitors know it"
            autoFocus
            autoComplete="organization"
            className="col-span-full"
            mistake={mistakeAt('business.name')}
            {...register('business.name')}
          />
          <RegionFields
            language={navigator.language}
            field={name => ({
              mistake: mistakeAt(`business.${name}`),
              ...register(`business.${name}`, name === 'country' ? { onChange: follow } : {}),
            })}
          />
        </Section>
        <Section title="You">
          <TextField
            label="Your name"
            autoComplete="name"
            mistake={mistakeAt('lead.name')}
            {...register('lead.name')}
          />
          <TextField
            label="Email"
            type="email"
            autoComplete="username"
            mistake={mistakeAt('lead.email')}
            {...register('lead.email')}
          />
          <TextField
            label="A password of at least 10 characters"
            type="password"
            autoComplete="new-password"
            className="col-span-full"
            mistake={mistakeAt('lead.password')}
            {...register('lead.password')}
          />
        </Section>
        <Section title="The chat">
          <fieldset className="col-span-full">
            <legend className="mb-1 text-ink-2">What is it for?</legend>
            <div className="flex flex-wrap gap-x-5 gap-y-1">
              {purposes.map(one => (
                <label key={one.purpose} className="flex min-h-8 items-center gap-1.5">
                  <input type="radio" value={one.purpose} className="accent-petrol" {...register('purpose')} />
                  {one.words}
                </label>
              ))}
            </div>
          </fieldset>
          <TextField
            label="How many people will answer?"
            inputMode="numeric"
            mistake={mistakeAt('answering')}
            {...register('answering')}
          />
          <TextField
            label="How many conversations a month, roughly?"
            inputMode="numeric"
            placeholder="200"
            mistake={mistakeAt('monthly')}
            {...register('monthly')}
          />
          <p role="status" className="col-span-full font-script text-ink-2 italic">
            {proposal(purpose, answering, monthly)}
          </p>
        </Section>
        <div className="flex items-center justify-end gap-3 border-t border-rule pt-4">
          {mistake ? (
            <p role="alert" className="text-brick">
              {mistake}
            </p>
          ) : null}
          <Button look="main" type="submit" disabled={formState.isSubmitting}>
            Begin
          </Button>
        </div>
      </form>
    </Outside>
  );
}

/** The first start: what the business is, who leads, and what the chat is for. */
export function Begin() {
  const [wrong, setWrong] = useState<string>();
  const [isGood, setGood] = useState(false);
  useEffect(() => {
    document.title = 'Welcome · Kineta';
    call(firstRunRoutes.look, { body: { token: tokenHere() } }).then(
      () => setGood(true),
      error => setWrong(sentenceOf(error)),
    );
  }, []);
  if (wrong) return <LinkGone sentence={wrong} />;
  return isGood ? <BeginForm /> : null;
}
