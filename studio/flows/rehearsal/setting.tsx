import { type Fact, type Setting, Setting as SettingShape } from '@kineta/core';
import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { ValueInput } from '../../conditions/value-input.tsx';
import { Select, SmallInput } from '../../ui/field.tsx';
import { useDraft } from '../draft/draft.ts';

const row = 'grid grid-cols-[7rem_1fr] items-center gap-2';

/** In a few words, who visits and when, for the button that opens all of it. */
function settingWords({ visitor, device, page, clock }: Setting): string {
  const who = { new: 'A new visitor', returning: 'A returning visitor', 'known person': 'A known person' }[visitor];
  return `${who} · ${device} · page ${page} · ${clock.slice(11, 16)}`;
}

function Remembered({ setting, onSet }: { setting: Setting; onSet: (setting: Setting) => void }) {
  const facts = useDraft(state => state.flow?.facts ?? []).filter((fact: Fact) => fact.scope === 'visitor');
  if (setting.visitor === 'new' || facts.length === 0) return null;
  return (
    <div className="space-y-1.5 border-t border-rule pt-2">
      <p className="label text-ink-2">Remembered of them</p>
      {facts.map(fact => (
        <div key={fact.name} className={row}>
          <span className="truncate">{fact.name}</span>
          <ValueInput
            fact={fact}
            value={setting.remembered[fact.name]}
            onSet={value => {
              const { [fact.name]: _, ...others } = setting.remembered;
              onSet({
                ...setting,
                remembered: value === undefined || value === '' ? others : { ...others, [fact.name]: value },
              });
            }}
          />
        </div>
      ))}
    </div>
  );
}

/** Who visits, from where, and when: opens over the rehearsal. */
export function SettingButton({ setting, onSet }: { setting: Setting; onSet: (setting: Setting) => void }) {
  const text = (key: 'page' | 'language' | 'referrer' | 'campaign', name: string) => (
    <div className={row}>
      <span>{name}</span>
      <SmallInput
        name={name}
        value={setting[key]}
        onChange={event => onSet({ ...setting, [key]: event.target.value })}
      />
    </div>
  );
  const oneOf = (key: 'visitor' | 'device', name: string) => (
    <div className={row}>
      <span>{name}</span>
      <Select
        name={name}
        value={setting[key]}
        onChange={event => onSet({ ...setting, [key]: SettingShape.shape[key].parse(event.target.value) })}
      >
        {SettingShape.shape[key].options.map(one => (
          <option key={one}>{one}</option>
        ))}
      </Select>
    </div>
  );
  return (
    <Popover.Root>
      <Popover.Trigger className="flex w-full items-center gap-1 rounded px-1 py-0.5 text-left text-xs text-ink-2 hover:bg-paper hover:text-ink">
        <span className="sr-only">Who visits: </span>
        <span className="min-w-0 flex-1 truncate">{settingWords(setting)}</span>
        <ChevronDown className="size-3.5 shrink-0" aria-hidden="true" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          className="appear z-30 max-h-[70vh] w-88 space-y-2 overflow-y-auto rounded-lg border border-rule bg-sheet p-3.5 text-[0.8125rem] shadow-lg"
        >
          <p className="font-semibold">Who visits</p>
          {oneOf('visitor', 'Visitor')}
          {text('page', 'Page')}
          {oneOf('device', 'Device')}
          {text('language', 'Language')}
          {text('referrer', 'Came from')}
          {text('campaign', 'Campaign')}
          <div className={row}>
            <span>Clock</span>
            <SmallInput
              name="Clock"
              type="datetime-local"
              value={setting.clock.slice(0, 16)}
              onChange={event => event.target.value && onSet({ ...setting, clock: `${event.target.value}:00` })}
            />
          </div>
          <Remembered setting={setting} onSet={onSet} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
