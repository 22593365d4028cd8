import { type LiveFlow, questionRoutes } from '@kineta/contract';
import { firstEntry, type MenuEntry, type MenuLead, MOST_MENU_ENTRIES, menuKinds } from '@kineta/core';
import { useContext } from 'react';
import { useRoute } from '../../shell/query.ts';
import { AddButton } from '../../ui/add-button.tsx';
import { Select, SmallInput } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { Part } from '../row.tsx';
import { menuLeadViews } from './menu-leads.tsx';
import { EditedSite, useValue } from './rows.tsx';
import { useLooks } from './store.ts';

/** What an entry is called before it has a name. */
const FIRST_LABEL = 'Talk to somebody';

function Entry({
  entry,
  name,
  flows,
  mistake,
  onSet,
  onRemove,
}: {
  entry: MenuEntry;
  name: string;
  flows: readonly LiveFlow[];
  mistake: string | undefined;
  onSet: (entry: MenuEntry) => void;
  onRemove: () => void;
}) {
  const { to, label } = entry;
  const { Setting } = menuLeadViews[to.leads];
  return (
    <li className="space-y-1.5 border-b border-rule pb-2.5 last:border-0">
      <span className="flex items-center gap-1.5">
        <SmallInput
          name={`What stands at ${name}`}
          className="min-w-0 flex-1"
          maxLength={40}
          value={label}
          aria-invalid={mistake ? true : undefined}
          onChange={({ target }) => onSet({ ...entry, label: target.value })}
        />
        <RemoveButton name={`Remove ${name}`} onClick={onRemove} />
      </span>
      <span className="flex flex-wrap items-center gap-1.5 text-[0.8125rem] text-ink-2">
        leads to
        <Select
          name={`Where ${name} leads`}
          value={to.leads}
          onChange={({ target }) =>
            onSet({ ...entry, to: menuKinds.find(({ leads }) => leads === target.value)!.blank() })
          }
        >
          {menuKinds.map(({ leads }) => (
            <option key={leads} value={leads}>
              {menuLeadViews[leads].name}
            </option>
          ))}
        </Select>
        {Setting ? (
          <Setting
            to={to as never}
            name={name}
            flows={flows}
            onSet={(next: MenuLead) => onSet({ ...entry, to: next })}
          />
        ) : null}
      </span>
      {mistake ? (
        <p role="alert" className="text-brick">
          {mistake}
        </p>
      ) : null}
    </li>
  );
}

/** A small menu that stands always at hand in the chat, where it is wanted. */
export function MenuPart() {
  const { value, set } = useValue<MenuEntry[]>(['menu']);
  const { data } = useRoute(questionRoutes.flows, {});
  const entries = value ?? [];
  const site = useContext(EditedSite);
  const mistakes = useLooks(({ sites }) => sites[site]?.mistakes);
  const mistakeIn = (at: number): string | undefined =>
    Object.entries(mistakes ?? {}).find(([path]) => path.startsWith(`menu.${at}.`))?.[1];
  const add = () => set([...entries, firstEntry(crypto.randomUUID(), FIRST_LABEL)]);
  return (
    <Part name="Menu">
      {entries.length === 0 ? (
        <p className="text-[0.8125rem] text-ink-2">
          Nothing stands always at hand. A few entries, such as a price, opening hours, or somebody to talk to, spare
          visitors the way back.
        </p>
      ) : (
        <ol aria-label="Entries of the menu" className="space-y-2.5">
          {entries.map((entry, at) => (
            <Entry
              key={entry.id}
              entry={entry}
              name={`entry ${at + 1}`}
              flows={data?.flows ?? []}
              mistake={mistakeIn(at)}
              onSet={next => set(entries.with(at, next))}
              onRemove={() => set(entries.toSpliced(at, 1))}
            />
          ))}
        </ol>
      )}
      {entries.length < MOST_MENU_ENTRIES ? <AddButton onClick={add}>An entry</AddButton> : null}
    </Part>
  );
}
