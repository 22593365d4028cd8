import { type Step, stepKinds } from '@kineta/core';
import { Command as Menu } from 'cmdk';
import { Popover } from 'radix-ui';
import { type ReactNode, useState } from 'react';
import { MenuGroup } from '../ui/menu-group.tsx';
import { offerKeys } from './keys.ts';
import { stepGroups } from './step-groups.ts';
import { viewOf } from './steps/registry.ts';

/** Every kind, in the order of their groups. */
const kinds = stepGroups.flatMap(({ group, title }) =>
  stepKinds.flatMap(({ kind, purpose }) => {
    const { name, group: own } = viewOf(kind);
    return own === group ? [{ kind, purpose, name, title }] : [];
  }),
);

/** The kinds that fit what was typed: who types a verb means that kind; what only speaks of it comes after. */
function fitting(typed: string): typeof kinds {
  const wanted = typed.trim().toLowerCase();
  const begins = ({ name }: (typeof kinds)[number]) => name.toLowerCase().startsWith(wanted);
  return kinds
    .filter(({ name, purpose }) => `${name} ${purpose}`.toLowerCase().includes(wanted))
    .toSorted((a, b) => Number(begins(b)) - Number(begins(a)));
}

/**
 * The kinds of steps by what they are for, opened by `/` beside the step that stays where it is: type to narrow, arrows
 * and Enter to pick, Escape to go back.
 */
export function StepMenu({
  open,
  onPick,
  onBack,
  onLeave,
  children,
}: {
  open: boolean;
  onPick: (kind: Step['kind']) => void;
  /** Back to the line that it was opened from. */
  onBack: () => void;
  /** The focus went elsewhere. */
  onLeave: () => void;
  /** The step. */
  children: ReactNode;
}) {
  return (
    <Popover.Root open={open}>
      <Popover.Anchor asChild>
        <div>{children}</div>
      </Popover.Anchor>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          collisionPadding={12}
          aria-label="A step of another kind"
          onEscapeKeyDown={event => {
            event.preventDefault();
            onBack();
          }}
          onInteractOutside={onLeave}
          onCloseAutoFocus={event => event.preventDefault()}
          className="appear z-30 flex max-h-[min(24rem,var(--radix-popover-content-available-height))] w-104 max-w-[calc(100vw-1.5rem)] flex-col rounded-lg border border-rule bg-sheet shadow-lg"
        >
          <Kinds onPick={onPick} onBack={onBack} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Kinds({ onPick, onBack }: { onPick: (kind: Step['kind']) => void; onBack: () => void }) {
  const [typed, setTyped] = useState('');
  const offered = fitting(typed);
  const titles = [...new Set(offered.map(({ title }) => title))];
  return (
    <Menu label="Kind of step" shouldFilter={false} loop className="flex min-h-0 flex-col">
      <Menu.Input
        autoFocus
        value={typed}
        onValueChange={setTyped}
        onKeyDown={event => {
          if (typed !== '' || offerKeys.pressed(event) !== 'back') return;
          event.preventDefault();
          onBack();
        }}
        placeholder="Which kind of step?"
        className="border-b border-rule bg-transparent px-3.5 py-2 outline-none"
      />
      <Menu.List label="Kinds of steps" className="min-h-0 overflow-y-auto p-1.5">
        <Menu.Empty className="px-2 py-1.5 text-ink-2">No kind is called that.</Menu.Empty>
        {titles.map(title => (
          <MenuGroup key={title} heading={title}>
            {offered
              .filter(kind => kind.title === title)
              .map(({ kind, name, purpose }) => (
                <Menu.Item
                  key={kind}
                  value={name}
                  onSelect={() => onPick(kind)}
                  className="flex cursor-pointer items-baseline gap-2 rounded-md px-2 py-1.5 data-[selected=true]:bg-petrol-2"
                >
                  <b className="w-24 shrink-0 font-semibold">{name}</b>
                  <span className="text-ink-2">{purpose}</span>
                </Menu.Item>
              ))}
          </MenuGroup>
        ))}
      </Menu.List>
    </Menu>
  );
}
