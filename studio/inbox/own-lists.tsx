import { type InboxFilter, type OwnList, ownListRoutes, tagRoutes } from '@kineta/contract';
import { ListFilter, X } from 'lucide-react';
import { useMemo } from 'react';
import { z } from 'zod';
import { useSignedIn } from '../account/store.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { usePages } from '../shell/pages.ts';
import { changedHere, useRoute } from '../shell/query.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button, IconButton } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { Select, SmallInput } from '../ui/field.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { countWords } from '../ui/writing.ts';
import { ConversationRows } from './rows.tsx';
import { useInbox } from './store.ts';

const states: Record<InboxFilter['state'], string> = { open: 'open', done: 'done', any: 'open or done' };

/** The filter with a part of it set, or left out. */
function having<K extends keyof InboxFilter>(filter: InboxFilter, part: K, to: InboxFilter[K] | ''): InboxFilter {
  const { [part]: _, ...rest } = filter;
  return (to === '' ? rest : { ...rest, [part]: to }) as InboxFilter;
}

const isSame = (a: InboxFilter, b: InboxFilter): boolean =>
  JSON.stringify(Object.entries(a).toSorted()) === JSON.stringify(Object.entries(b).toSorted());

const show = (filter: InboxFilter | undefined): void =>
  useInbox.setState({ filter, search: '', passers: false, picked: new Set() });

/** Has some conversations shown in the place of a list, or the lists again. */
export function OnlySome() {
  const isOn = useInbox(state => state.filter !== undefined);
  return (
    <Button
      look="quiet"
      aria-pressed={isOn}
      className="shrink-0 px-2 text-xs"
      onClick={() => show(isOn ? undefined : { state: 'open' })}
    >
      <ListFilter className="size-3.5" aria-hidden="true" /> {isOn ? 'All lists' : 'Only some'}
    </Button>
  );
}

/** The lists that one keeps for oneself, and what is chosen of them. */
export function OwnLists() {
  const filter = useInbox(state => state.filter);
  const { data } = useRoute(ownListRoutes.list, {});
  const lists = data?.lists ?? [];
  return (
    <>
      {lists.length === 0 ? null : (
        <ul
          aria-label="Your own lists"
          className="flex shrink-0 gap-1 overflow-x-auto border-b border-rule px-2 py-1.5"
        >
          {lists.map(list => (
            <li key={list.id}>
              <button
                type="button"
                aria-pressed={filter !== undefined && isSame(filter, list.filter)}
                className="rounded-full px-2.5 py-0.5 text-xs whitespace-nowrap text-ink-2 hover:bg-paper-2 aria-pressed:bg-petrol-2 aria-pressed:font-semibold aria-pressed:text-petrol"
                onClick={() => show(filter && isSame(filter, list.filter) ? undefined : list.filter)}
              >
                {list.name}
              </button>
            </li>
          ))}
        </ul>
      )}
      {filter ? <Filter filter={filter} kept={lists.find(list => isSame(list.filter, filter))} /> : null}
    </>
  );
}

const Name = z.object({ name: ownListRoutes.keep.body.shape.name });

/** Which conversations are meant, in the words of a sentence, and under which name that is kept. */
function Filter({ filter, kept }: { filter: InboxFilter; kept: OwnList | undefined }) {
  const { teams, members, sites } = useSignedIn();
  const { data } = useRoute(tagRoutes.list, {});
  const form = useSentForm(Name, { name: '' }, async ({ name }) => {
    await call(ownListRoutes.keep, { body: { name, filter } });
    await changedHere(ownListRoutes.list);
    form.reset({ name: '' });
  });
  const drop = async () => {
    if (!kept) return;
    await call(ownListRoutes.remove, { params: { id: kept.id } });
    await changedHere(ownListRoutes.list);
  };
  const one = (
    part: 'tag' | 'team' | 'member' | 'site',
    name: string,
    all: string,
    options: ReadonlyArray<{ id: string; name: string }>,
  ) => (
    <Select
      name={name}
      value={filter[part] ?? ''}
      className="min-w-0"
      onChange={event => show(having(filter, part, event.target.value))}
    >
      <option value="">{all}</option>
      {options.map(option => (
        <option key={option.id} value={option.id}>
          {option.name}
        </option>
      ))}
    </Select>
  );
  const mistake = form.mistakeAt('name') ?? form.mistake;
  return (
    <div className="border-b border-rule bg-sheet px-3 py-2.5">
      <div className="grid grid-cols-2 gap-1.5">
        <Select
          name="State"
          value={filter.state}
          onChange={event => show({ ...filter, state: event.target.value as InboxFilter['state'] })}
        >
          {Object.entries(states).map(([state, words]) => (
            <option key={state} value={state}>
              {words}
            </option>
          ))}
        </Select>
        {one('tag', 'Tag', 'with any tag or none', data?.tags ?? [])}
        {one('team', 'Team', 'of any team', teams)}
        {one('member', 'Who has it', 'with anybody', members)}
        {sites.length > 1 ? one('site', 'Site', 'on any site', sites) : null}
        <Select
          name="Urgency"
          value={filter.urgent ?? ''}
          onChange={event => show(having(filter, 'urgent', event.target.value === '' ? '' : 'yes'))}
        >
          <option value="">urgent or not</option>
          <option value="yes">urgent</option>
        </Select>
        <SmallInput
          name="Outcome"
          placeholder="any outcome"
          maxLength={40}
          value={filter.outcome ?? ''}
          onChange={event => show(having(filter, 'outcome', event.target.value.trimStart()))}
        />
      </div>
      {kept ? (
        <p className="mt-2 flex items-center gap-1 text-ink-2">
          Kept as “{kept.name}”
          <IconButton name={`Keep “${kept.name}” no more`} onClick={() => void drop()}>
            <X className="size-3.5" aria-hidden="true" />
          </IconButton>
        </p>
      ) : (
        <form onSubmit={form.submit} noValidate className="mt-2 flex items-center gap-1.5">
          <SmallInput
            name="Name of the list"
            placeholder="Keep it as…"
            field={form.register('name')}
            className="flex-1"
          />
          <Button type="submit" disabled={form.formState.isSubmitting}>
            Keep
          </Button>
        </form>
      )}
      {mistake ? (
        <p role="alert" className="mt-1 text-brick">
          {mistake}
        </p>
      ) : null}
    </div>
  );
}

/** The conversations for which what is chosen holds. */
export function FilteredList({ filter, chosen }: { filter: InboxFilter; chosen: string | undefined }) {
  const pages = usePages(ownListRoutes.filtered, filter, page => page.next);
  const conversations = useMemo(() => pages.data?.pages.flatMap(page => page.conversations), [pages.data]);
  if (pages.error) return <Empty title="The list cannot be shown">{sentenceOf(pages.error)}</Empty>;
  if (!conversations) return <Skeleton lines={6} className="p-5" />;
  const among = pages.data?.pages[0]?.among;
  return (
    <>
      {conversations.length === 0 ? (
        <Empty title="None of them">For no conversation all of that holds. Choose fewer things, or others.</Empty>
      ) : (
        <ConversationRows name="Those chosen" conversations={conversations} pages={pages} chosen={chosen} />
      )}
      {among ? (
        <p className="border-t border-rule px-4 py-2 text-ink-2">
          Among the newest {countWords(among)}; older ones are found by what was said.
        </p>
      ) : null}
    </>
  );
}
