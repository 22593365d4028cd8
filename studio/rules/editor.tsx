import { blankPart, type Delay, Rule, whenKindOf, whenKinds } from '@kineta/core';
import { useState } from 'react';
import { ConditionFactsProvider } from '../conditions/facts.ts';
import { useFactsOfConversations } from '../conditions/of-conversations.ts';
import { OnlyIf } from '../conditions/only-if.tsx';
import { sentenceOf } from '../shell/api.ts';
import { AddButton } from '../ui/add-button.tsx';
import { Button } from '../ui/button.tsx';
import { DurationInput } from '../ui/duration-input.tsx';
import { Select, SmallInput } from '../ui/field.tsx';
import { PartRow } from '../ui/part-row.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import { DeedsList } from './deeds-list.tsx';
import { DelayInput } from './delay.tsx';
import { useRuleSetting } from './setting.ts';
import { whenViewOf, whenViews } from './whens/registry.ts';

const USUAL: Delay = { for: { amount: 30, unit: 'seconds' } };
const LATER: Delay = { for: { amount: 5, unit: 'minutes' } };
const MOST_PARTS = 3;

/** A rule that is written, part by part; kept when it is said to be, and not before. */
export function RuleEditor({
  rule,
  onChange,
  onKeep,
  onLeave,
  onRemove,
  isNew,
  differs,
}: {
  rule: Rule;
  onChange: (rule: Rule) => void;
  onKeep: (rule: Rule) => Promise<void>;
  onLeave: () => void;
  onRemove: () => void;
  isNew: boolean;
  /** Whether it is otherwise than it is kept. */
  differs: boolean;
}) {
  const { facts } = useRuleSetting();
  const [mistake, setMistake] = useState('');
  const [keeps, setKeeps] = useState(false);
  const conditions = useFactsOfConversations(facts);
  const { when, parts } = rule;
  const [first = blankPart, ...others] = parts;
  const setPart = (index: number, part: (typeof parts)[number]) =>
    onChange({ ...rule, parts: parts.with(index, part) });
  const WhenSetting = whenViewOf(when)?.Setting;
  const keep = async () => {
    const read = Rule.safeParse(rule);
    if (!read.success) return setMistake(read.error.issues[0]?.message ?? 'Something in it is not right yet.');
    setKeeps(true);
    try {
      await onKeep(read.data);
      setMistake('');
    } catch (error) {
      setMistake(sentenceOf(error));
    } finally {
      setKeeps(false);
    }
  };
  return (
    <ConditionFactsProvider value={conditions}>
      <div className="mt-2 border-t border-rule pt-1">
        <PartRow name="Name">
          <SmallInput
            name="Name of the rule"
            className="w-full max-w-xs"
            value={rule.name}
            maxLength={60}
            onChange={event => onChange({ ...rule, name: event.target.value })}
          />
        </PartRow>
        <PartRow name="When">
          <span className="flex flex-wrap items-start gap-1.5">
            <Select
              name="When"
              value={when.when}
              onChange={event => {
                const kind = whenKinds.find(one => one.when === event.target.value);
                if (kind) onChange({ ...rule, when: kind.blank() });
              }}
            >
              {whenViews.map(view => (
                <option key={view.when} value={view.when}>
                  {view.name}
                </option>
              ))}
            </Select>
            {WhenSetting ? (
              <WhenSetting
                key={when.when}
                when={when}
                onSet={(next: Rule['when']) => onChange({ ...rule, when: next })}
              />
            ) : null}
          </span>
        </PartRow>
        <PartRow name={whenKindOf(when).lasts ? 'For' : 'After'}>
          <DelayInput name="Wait" delay={first.after} usual={USUAL} onSet={after => setPart(0, { ...first, after })} />
        </PartRow>
        <PartRow name="Only if">
          <OnlyIf condition={rule.onlyIf} onSet={onlyIf => onChange({ ...rule, onlyIf })} />
        </PartRow>
        <PartRow name="Do">
          <DeedsList deeds={first.do} onSet={next => setPart(0, { ...first, do: next as typeof first.do })} />
        </PartRow>
        {others.map((part, index) => (
          <PartRow key={index} name="Still so">
            <div className="mb-2 flex items-center gap-2">
              <span className="text-ink-2">after</span>
              <DelayInput
                name={`Wait ${index + 2}`}
                delay={part.after}
                usual={LATER}
                stays
                onSet={after => setPart(index + 1, { ...part, after })}
              />
              <span className="text-ink-2">more</span>
              <RemoveButton
                name="Remove what comes then"
                onClick={() => onChange({ ...rule, parts: parts.toSpliced(index + 1, 1) })}
              />
            </div>
            <DeedsList deeds={part.do} onSet={next => setPart(index + 1, { ...part, do: next })} />
          </PartRow>
        ))}
        {parts.length < MOST_PARTS ? (
          <PartRow name="">
            <AddButton onClick={() => onChange({ ...rule, parts: [...parts, blankPart] })}>
              And if it is still so a while later
            </AddButton>
          </PartRow>
        ) : null}
        <PartRow name="At most">
          <Select
            name="How often"
            value={rule.atMost}
            onChange={event => onChange({ ...rule, atMost: event.target.value as Rule['atMost'] })}
          >
            <option value="once">once a conversation</option>
            <option value="each">each time that it begins to be so</option>
          </Select>
        </PartRow>
        <PartRow name="With people">
          <span className="flex flex-wrap items-center gap-1.5">
            <Select
              name="Where a person has written"
              value={rule.afterPerson ? 'after' : 'never'}
              onChange={event =>
                onChange({
                  ...rule,
                  afterPerson: event.target.value === 'after' ? { amount: 10, unit: 'minutes' } : null,
                })
              }
            >
              <option value="never">where a person has written, it never speaks</option>
              <option value="after">where a person has written, it speaks after</option>
            </Select>
            {rule.afterPerson ? (
              <DurationInput
                name="After a person’s words"
                value={rule.afterPerson}
                onSet={afterPerson => onChange({ ...rule, afterPerson })}
              />
            ) : null}
          </span>
        </PartRow>
        {mistake ? (
          <p role="alert" className="mt-2 text-brick">
            {mistake}
          </p>
        ) : null}
        <div className="mt-3 flex flex-wrap items-center gap-2">
          <Button look="main" disabled={keeps || !(differs || isNew)} onClick={() => void keep()}>
            Keep it
          </Button>
          <Button onClick={onLeave}>{differs || isNew ? 'Leave it' : 'Close'}</Button>
          {isNew ? null : (
            <Button look="quiet" className="ml-auto" onClick={onRemove}>
              Remove
            </Button>
          )}
        </div>
      </div>
    </ConditionFactsProvider>
  );
}
