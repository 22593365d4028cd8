import { defaultFilter, Command as Menu } from 'cmdk';
import { Suspense, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { Keys } from '../ui/keys.tsx';
import { MenuGroup } from '../ui/menu-group.tsx';
import type { Area } from './area.ts';
import { type Command, useCommands } from './commands.ts';
import { useMyAreas } from './frame.tsx';
import { everywhereKeys } from './keys.ts';

/** As many as one looks through. */
const MOST_SHOWN = 40;
/** With nothing typed, long groups show how they begin. */
const FIRST = 6;

interface Offered extends Command {
  group: string;
}

function useOffered(mine: readonly Area[]): Offered[] {
  const groups = useCommands(state => state.groups);
  const show = useCommands(state => state.show);
  const navigate = useNavigate();
  return [
    ...[...groups].flatMap(([group, make]) => make().map(command => ({ ...command, group }))),
    ...mine.flatMap(({ name, path }) =>
      path === undefined ? [] : [{ group: 'Go to', name, run: () => void navigate(path) }],
    ),
    { group: 'Help', name: 'All keys', keys: everywhereKeys.rows.sheet.keys, run: () => show('keys') },
  ];
}

/** What fits what was typed, the best first; with nothing typed, how every group begins. */
function fitting(offered: readonly Offered[], typed: string): Offered[] {
  if (typed.trim() === '') {
    const counts = new Map<string, number>();
    return offered.filter(({ group }) => {
      const count = (counts.get(group) ?? 0) + 1;
      counts.set(group, count);
      return count <= FIRST || group === 'This flow';
    });
  }
  const scored = offered
    .map(command => ({ command, score: defaultFilter!(`${command.name} ${command.aside ?? ''}`, typed) }))
    .toSorted((a, b) => b.score - a.score);
  // Letters that only happen to come in the same order are not what was meant.
  const least = Math.max(0.01, (scored[0]?.score ?? 0) / 8);
  return scored
    .filter(({ score }) => score >= least)
    .slice(0, MOST_SHOWN)
    .map(({ command }) => command);
}

/** Goes anywhere and does anything by its name, from the keyboard. */
export function CommandMenu() {
  const show = useCommands(state => state.show);
  const mine = useMyAreas();
  const offered = useOffered(mine);
  const [typed, setTyped] = useState('');
  const shown = useMemo(() => fitting(offered, typed), [offered, typed]);
  const groups = [...new Set(shown.map(({ group }) => group))];
  return (
    <Menu.Dialog
      open
      onOpenChange={open => !open && show(undefined)}
      label="Command menu"
      shouldFilter={false}
      overlayClassName="fixed inset-0 z-40 bg-ink/35"
      contentClassName="appear fixed top-[12vh] left-1/2 z-50 w-[min(38rem,calc(100vw-2rem))] -translate-x-1/2 overflow-hidden rounded-xl border border-rule bg-sheet shadow-xl"
    >
      <Menu.Input
        value={typed}
        onValueChange={setTyped}
        placeholder="A flow, a scene, words of a step, or what to do"
        className="w-full border-b border-rule bg-sheet px-4 py-3 text-base outline-none"
      />
      <Suspense>{mine.map(({ name, Commands }) => (Commands ? <Commands key={name} /> : null))}</Suspense>
      <Menu.List className="max-h-[52vh] overflow-y-auto p-1.5">
        <Menu.Empty className="px-3 py-4 text-ink-2">Nothing is called that.</Menu.Empty>
        {groups.map(group => (
          <MenuGroup key={group} heading={group}>
            {shown
              .filter(command => command.group === group)
              .map((command, index) => (
                <Menu.Item
                  key={`${command.name} ${index}`}
                  value={`${group} ${command.name} ${index}`}
                  onSelect={() => {
                    show(undefined);
                    command.run();
                  }}
                  className="flex cursor-pointer items-baseline gap-3 rounded-md px-3 py-1.5 data-[selected=true]:bg-petrol-2"
                >
                  <span className="min-w-0 flex-1 truncate">{command.name}</span>
                  {command.aside ? (
                    <span className="max-w-40 shrink-0 truncate text-xs text-ink-2">{command.aside}</span>
                  ) : null}
                  {command.keys ? <Keys keys={command.keys} /> : null}
                </Menu.Item>
              ))}
          </MenuGroup>
        ))}
      </Menu.List>
    </Menu.Dialog>
  );
}
