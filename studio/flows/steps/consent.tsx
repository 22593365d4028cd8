import { type AskConsent, Link, type WithdrawConsent } from '@kineta/core';
import { useState } from 'react';
import { Select, SmallInput } from '../../ui/field.tsx';
import { FactSelect } from '../facts.tsx';
import { WaySelect } from '../way-select.tsx';
import { isKept } from '../workplace.ts';
import { DirectionBody } from './direction.tsx';
import { SpokenLine } from './spoken-line.tsx';
import type { StepProps, StepView } from './view.ts';

const isLink = (text: string): boolean => Link.safeParse(text).success;

const purposes: ReadonlyArray<AskConsent['purpose']> = ['news by email', 'news by text', 'storing data'];

function PurposeSelect({
  value,
  onPick,
}: {
  value: AskConsent['purpose'];
  onPick: (purpose: AskConsent['purpose']) => void;
}) {
  return (
    <Select name="Purpose" value={value} onChange={event => onPick(event.target.value as AskConsent['purpose'])}>
      {purposes.map(purpose => (
        <option key={purpose}>{purpose}</option>
      ))}
    </Select>
  );
}

function Body({ step, change, keys, speaker, selected }: StepProps<AskConsent>) {
  const chip = 'rounded-[14px_14px_2px_14px] border border-plum-3 bg-white px-3 py-0.5 font-script text-plum';
  return (
    <SpokenLine
      label={`${speaker} asks for consent to ${step.purpose}`}
      step={step.id}
      name="What is agreed to"
      line={step.line}
      placeholder="The exact words that are agreed to"
      selected={selected}
      keys={keys}
      onChange={line => change({ ...step, line }, 'line')}
    >
      <div className="mt-2 flex justify-end gap-2">
        <span className={chip}>Yes, I agree</span>
        <span className={chip}>No, thanks</span>
      </div>
    </SpokenLine>
  );
}

function Panel({ step, change }: StepProps<AskConsent>) {
  const [policy, setPolicy] = useState(step.policy ?? '');
  const wrong = policy !== '' && !isLink(policy);
  return (
    <div className="space-y-2.5 text-[0.8125rem] text-ink-2">
      <p className="flex flex-wrap items-center gap-2">
        To
        <PurposeSelect value={step.purpose} onPick={purpose => change({ ...step, purpose })} />
        kept as
        <FactSelect
          name="Keep the consent as"
          value={step.fact}
          none="nothing more"
          usualType="yes/no"
          fits={fact => fact.type === 'yes/no' && isKept(fact)}
          onPick={fact => {
            const { fact: _, ...rest } = step;
            change(fact ? { ...rest, fact } : rest);
          }}
        />
      </p>
      <p className="flex flex-wrap items-center gap-2">
        The policy is at
        <SmallInput
          name="Policy"
          className="w-64"
          placeholder="https://…/privacy"
          value={policy}
          aria-invalid={wrong || undefined}
          onChange={event => {
            setPolicy(event.target.value);
            const { policy: _, ...rest } = step;
            if (event.target.value === '') change(rest, 'policy');
            else if (isLink(event.target.value)) change({ ...rest, policy: event.target.value }, 'policy');
          }}
        />
        {wrong ? (
          <span role="alert" className="text-brick">
            A link starts with https:// or /.
          </span>
        ) : null}
      </p>
      <p className="flex flex-wrap items-center gap-2">
        Without it
        <WaySelect
          name="Without consent"
          value={step.declined?.to}
          onPick={to => change({ ...step, declined: to ? { to } : {} })}
        />
      </p>
      <p>The words, the policy, the answer and the time are kept together. Nothing is ticked beforehand.</p>
    </div>
  );
}

export const askConsentView: StepView<AskConsent> = { name: 'Ask consent', group: 'ask', Body, Panel };

function WithdrawPanel({ step, change }: StepProps<WithdrawConsent>) {
  return (
    <p className="flex items-center gap-2 text-[0.8125rem] text-ink-2">
      Withdraw the consent to
      <PurposeSelect value={step.purpose} onPick={purpose => change({ ...step, purpose })} />
    </p>
  );
}

export const withdrawConsentView: StepView<WithdrawConsent> = {
  name: 'Withdraw',
  group: 'know',
  Body: DirectionBody,
  Panel: WithdrawPanel,
};
