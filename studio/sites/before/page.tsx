import { beforeRoutes, flowRoutes } from '@kineta/contract';
import type { BeforeChat, BeforeFinding, Fact } from '@kineta/core';
import { useEffect, useId, useMemo } from 'react';
import { useSignedIn } from '../../account/store.ts';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';
import { Skeleton } from '../../ui/skeleton.tsx';
import { Preview } from '../preview/preview.tsx';
import { useScene } from '../preview/scene.ts';
import { PutOnSite } from '../put-on-site.tsx';
import { SiteHead, useSite } from '../room.tsx';
import { box, Part, Row } from '../row.tsx';
import { isChanged } from '../writing.ts';
import { Details } from './details.tsx';
import { Found } from './found.tsx';
import { statesOf } from './states.ts';
import { foundIn, useBefore } from './store.ts';

const times: ReadonlyArray<readonly [BeforeChat['when'], string]> = [
  ['never', 'Nothing: the chat begins at once'],
  ['at once', 'As the chat is opened'],
  ['first message', 'When the first message is sent'],
];

function Changes({ site, found }: { site: string; found: readonly BeforeFinding[] }) {
  const writing = useBefore(({ sites }) => sites[site]);
  const { discard, isPut, takeUp } = useBefore();
  if (!writing) return null;
  const { draft, number } = writing;
  const changed = isChanged(writing);
  const isWrong = found.some(({ level }) => level === 'problem');
  const params = { id: site };
  return (
    <PutOnSite
      says={changed ? (isWrong ? 'It cannot be asked like that yet' : 'Not on the site yet') : 'As on the site'}
      changes={Number(changed)}
      isWrong={isWrong}
      onUndo={() => discard(site)}
      put={async () => {
        const kept = await call(beforeRoutes.put, { params, body: { before: draft, number } });
        isPut(site, kept.before, kept.number);
        await changedHere(beforeRoutes.get);
      }}
      clash={{
        code: 'before_changed',
        async takeUp() {
          const theirs = await call(beforeRoutes.get, { params });
          takeUp(site, theirs.before, theirs.number);
        },
      }}
    />
  );
}

/** When it is asked, and of whom. */
function When({ draft, write }: { draft: BeforeChat; write: (to: Partial<BeforeChat>) => void }) {
  const name = useId();
  return (
    <Part name="Asked before the chat">
      <div role="radiogroup" aria-label="When it is asked" className="space-y-1">
        {times.map(([value, words]) => (
          <label key={value} className="flex items-start gap-2.5 py-0.5">
            <input
              type="radio"
              name={name}
              className="mt-0.5 size-4 accent-petrol"
              checked={draft.when === value}
              onChange={() => write({ when: value })}
            />
            {words}
          </label>
        ))}
      </div>
      {draft.when === 'never' ? (
        <p className="text-[0.8125rem] text-ink-2">
          The default: whoever is asked before they know what they get leaves more often. Your flow can ask when it has
          something to give.
        </p>
      ) : (
        <>
          {draft.when === 'first message' ? (
            <p className="text-[0.8125rem] text-ink-2">
              The message is kept, and answered when the card is done with. Who picks what is offered is not asked.
            </p>
          ) : null}
          <Tick
            label="Only while nobody is there"
            checked={draft.onlyClosed}
            onTick={onlyClosed => write({ onlyClosed })}
          />
          <Tick label="They may go on without" checked={draft.mayGoOn} onTick={mayGoOn => write({ mayGoOn })} />
        </>
      )}
    </Part>
  );
}

function Tick({ label, checked, onTick }: { label: string; checked: boolean; onTick: (checked: boolean) => void }) {
  return (
    <label className="flex items-start gap-2.5 py-0.5">
      <input
        type="checkbox"
        className="mt-0.5 size-4 accent-petrol"
        checked={checked}
        onChange={event => onTick(event.target.checked)}
      />
      {label}
    </label>
  );
}

function TextRow({
  label,
  value,
  usual,
  long = false,
  found = [],
  onText,
}: {
  label: string;
  value: string;
  usual?: string;
  long?: boolean;
  found?: readonly BeforeFinding[];
  onText: (text: string) => void;
}) {
  const id = useId();
  const about = { id, value, placeholder: usual, className: box };
  return (
    <Row label={label} id={id}>
      {long ? (
        <textarea {...about} rows={3} onChange={event => onText(event.target.value)} />
      ) : (
        <input {...about} onChange={event => onText(event.target.value)} />
      )}
      <Found found={found} />
    </Row>
  );
}

const purposes = [
  ['storing data', 'keeping what they tell'],
  ['news by email', 'news by email'],
  ['news by text', 'news by text message'],
] as const;

/** What they are asked to agree to, on the same card. */
function Consent({
  draft: { consent },
  found,
  write,
}: {
  draft: BeforeChat;
  found: readonly BeforeFinding[];
  write: (to: Partial<BeforeChat>) => void;
}) {
  const id = useId();
  const own = found.filter(({ at }) => at === 'consent');
  const set = (to: Partial<NonNullable<BeforeChat['consent']>>) => write({ consent: { ...consent!, ...to } });
  return (
    <Part name="Consent">
      <Tick
        label="They are asked to agree to something"
        checked={consent !== undefined}
        onTick={asked =>
          write({ consent: asked ? { purpose: 'storing data', wording: '', policy: '', needed: false } : undefined })
        }
      />
      {consent ? (
        <>
          <Row label="To" id={id}>
            <select
              id={id}
              className={box}
              value={consent.purpose}
              onChange={event => set({ purpose: event.target.value as typeof consent.purpose })}
            >
              {purposes.map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
          </Row>
          <TextRow
            long
            label="In these words"
            usual="I agree that you keep what I write here."
            value={consent.wording}
            found={own}
            onText={wording => set({ wording })}
          />
          <TextRow label="Your policy" usual="/privacy" value={consent.policy} onText={policy => set({ policy })} />
          <Tick
            label="The chat does not begin without it"
            checked={consent.needed}
            onTick={needed => set({ needed })}
          />
        </>
      ) : null}
    </Part>
  );
}

const noFacts: readonly Fact[] = [];

/** What is asked before a site’s chat begins, beside the card as visitors meet it. */
export default function BeforePage() {
  const { id, site } = useSite();
  const { workspace } = useSignedIn();
  const { data, error } = useRoute(beforeRoutes.get, { params: { id } });
  const { data: look, scene, team } = useScene(id);
  const flow = useRoute(flowRoutes.get, { params: { id: site?.flow ?? '' } }, { wanted: Boolean(site?.flow) });
  const takeUp = useBefore(state => state.takeUp);
  const writeTo = useBefore(state => state.write);
  const draft = useBefore(({ sites }) => sites[id]?.draft);
  useEffect(() => {
    if (data) takeUp(id, data.before, data.number);
  }, [data, id, takeUp]);
  const found = useMemo(() => (draft ? foundIn(draft, workspace.language) : []), [draft, workspace.language]);
  const states = useMemo(() => (draft ? statesOf(draft) : []), [draft]);
  const write = (to: Partial<BeforeChat>) => writeTo(id, to);
  const isAsked = draft && draft.when !== 'never';
  return (
    <main className="flex h-full flex-col">
      <SiteHead id={id} site={site} name="Before the chat">
        <Changes site={id} found={found} />
      </SiteHead>
      {draft && look ? (
        <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
          <div className="w-92 shrink-0 overflow-y-auto border-r border-rule px-5 py-4 max-lg:w-full max-lg:overflow-visible max-lg:border-r-0">
            <When draft={draft} write={write} />
            {isAsked ? (
              <>
                <Part name="What is asked">
                  <Details
                    details={draft.details}
                    facts={flow.data?.draft.facts ?? noFacts}
                    found={found}
                    onSet={details => write({ details })}
                  />
                </Part>
                <Part name="On the card">
                  <TextRow
                    long
                    label="Words above"
                    usual="May we have your name and email, so that we can write back?"
                    value={draft.words}
                    found={found.filter(({ at }) => at === 'words')}
                    onText={words => write({ words })}
                  />
                  <TextRow label="Its button" usual="Send" value={draft.button} onText={button => write({ button })} />
                </Part>
                <Consent draft={draft} found={found} write={write} />
              </>
            ) : null}
          </div>
          <div className="min-h-0 min-w-0 flex-1 bg-paper-2 max-lg:h-136 max-lg:flex-none">
            {isAsked ? (
              <Preview look={look.look} states={states} scene={scene} team={team} />
            ) : (
              <p className="grid h-full place-items-center p-8 text-center font-script text-lg text-ink-2 italic">
                Nothing is asked: the flow speaks first.
              </p>
            )}
          </div>
        </div>
      ) : error ? (
        <p role="alert" className="p-6 text-brick">
          {sentenceOf(error)}
        </p>
      ) : (
        <Skeleton lines={6} className="p-8" />
      )}
    </main>
  );
}
