import type { HandOver } from '@kineta/core';
import { useSignedIn } from '../../account/store.ts';
import { AddButton } from '../../ui/add-button.tsx';
import { DurationInput } from '../../ui/duration-input.tsx';
import { Select, SmallInput } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { LineField } from '../lines/line-field.tsx';
import { WaySelect } from '../way-select.tsx';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

/** The step with something that may be left out set, or left out. */
function set<K extends 'member' | 'skill' | 'pick' | 'meanwhile' | 'tooLong'>(
  step: HandOver,
  part: K,
  to: HandOver[K] | undefined,
): HandOver {
  const { [part]: _, ...rest } = step;
  return (to === undefined ? rest : { ...rest, [part]: to }) as HandOver;
}

const usualTooLong: HandOver['tooLong'] = {
  after: { amount: 3, unit: 'minutes' },
  line: [[{ text: 'It takes longer than I thought, I’m afraid.' }]],
};

const usualPick = (team: string): NonNullable<HandOver['pick']> => ({
  line: [[{ text: 'Who would you like to talk to?' }]],
  teams: [team],
});

/** Which teams the visitor may pick besides the first, and how they are asked. */
function PickTeam({ step, change }: Pick<StepProps<HandOver>, 'step' | 'change'>) {
  const { teams } = useSignedIn();
  const { pick } = step;
  const names = teams.map(({ name }) => name).filter(name => name !== step.team);
  const [first] = names;
  if (!pick)
    return first === undefined ? null : (
      <AddButton onClick={() => change({ ...step, pick: usualPick(first) })}>The visitor picks a team</AddButton>
    );
  const tick = (name: string, on: boolean) => {
    const others = on ? [...pick.teams, name] : pick.teams.filter(team => team !== name);
    change(others.length > 0 ? { ...step, pick: { ...pick, teams: others } } : set(step, 'pick', undefined));
  };
  return (
    <div>
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1 text-ink-2">
        or, as the visitor picks, to
        {[...new Set([...names, ...pick.teams])].map(name => (
          <label key={name} className="flex items-center gap-1.5 text-ink">
            <input
              type="checkbox"
              checked={pick.teams.includes(name)}
              onChange={event => tick(name, event.target.checked)}
            />
            {names.includes(name) ? name : `${name} (no such team)`}
          </label>
        ))}
        <RemoveButton name="Let the visitor pick no team" onClick={() => change(set(step, 'pick', undefined))} />
      </p>
      <div className="rounded-md border border-rule bg-sheet px-2 py-1 font-script">
        <LineField
          step={step.id}
          part="pick"
          name="Words that ask which team"
          line={pick.line}
          placeholder="Ask who they would like to talk to"
          onChange={line => change({ ...step, pick: { ...pick, line } }, 'pick')}
        />
      </div>
      <p className="mt-1 text-ink-3">
        Only teams that are there at that moment are offered; of one alone nothing is asked.
      </p>
    </div>
  );
}

function Panel({ step, change }: StepProps<HandOver>) {
  const { teams, members, skills } = useSignedIn();
  const { tooLong } = step;
  return (
    <div className="space-y-3 text-[0.8125rem]">
      <p className="flex flex-wrap items-center gap-2 text-ink-2">
        Hand over to
        <Select name="Team" value={step.team} onChange={event => change({ ...step, team: event.target.value })}>
          {teams.some(team => team.name === step.team) ? null : (
            <option value={step.team}>{step.team} (no such team)</option>
          )}
          {teams.map(team => (
            <option key={team.id}>{team.name}</option>
          ))}
        </Select>
        , first of all to
        <Select
          name="Member"
          value={step.member ?? ''}
          onChange={event => change(set(step, 'member', event.target.value || undefined))}
        >
          <option value="">nobody in particular</option>
          {step.member === undefined || members.some(({ name }) => name === step.member) ? null : (
            <option value={step.member}>{step.member} (no such member)</option>
          )}
          {members.map(({ id, name }) => (
            <option key={id}>{name}</option>
          ))}
        </Select>
      </p>
      <p className="flex flex-wrap items-center gap-2 text-ink-2">
        and of them first to who knows
        <SmallInput
          name="What they are to know"
          list="skills"
          maxLength={40}
          placeholder="anything"
          value={step.skill ?? ''}
          onChange={event => change(set(step, 'skill', event.target.value.trimStart() || undefined), 'skill')}
        />
        <datalist id="skills">
          {skills.map(skill => (
            <option key={skill} value={skill} />
          ))}
        </datalist>
      </p>
      <PickTeam step={step} change={change} />
      <div>
        <p className="text-ink-2">While the visitor waits, say</p>
        <div className="rounded-md border border-rule bg-sheet px-2 py-1 font-script">
          <LineField
            step={step.id}
            part="waiting"
            name="Words while waiting"
            line={step.waiting}
            placeholder="Nothing"
            onChange={waiting => change({ ...step, waiting }, 'waiting')}
          />
        </div>
      </div>
      <p className="flex flex-wrap items-center gap-2 text-ink-2">
        and until somebody comes, play
        <WaySelect
          name="Until somebody comes"
          value={step.meanwhile}
          carryOn="nothing"
          comesBack
          titled="Until somebody comes"
          onPick={to => change(set(step, 'meanwhile', to))}
        />
      </p>
      <div>
        <p className="text-ink-2">When the team is closed or nobody of it is there, say</p>
        <div className="rounded-md border border-rule bg-sheet px-2 py-1 font-script">
          <LineField
            step={step.id}
            part="closed"
            name="Words when nobody is there"
            line={step.closed.line}
            placeholder="Say that nobody is there, and what happens instead"
            onChange={line => change({ ...step, closed: { ...step.closed, line } }, 'closed')}
          />
        </div>
        <p className="mt-1.5 flex items-center gap-2 text-ink-2">
          and
          <WaySelect
            name="When nobody is there"
            value={step.closed.to}
            onPick={to => change({ ...step, closed: { line: step.closed.line, ...(to ? { to } : {}) } })}
          />
        </p>
      </div>
      {tooLong ? (
        <div>
          <p className="flex flex-wrap items-center gap-2 text-ink-2">
            When nobody has come for
            <DurationInput
              name="How long at most"
              value={tooLong.after}
              onSet={after => change({ ...step, tooLong: { ...tooLong, after } }, 'tooLong')}
            />
            say
            <RemoveButton name="Let them wait" onClick={() => change(set(step, 'tooLong', undefined))} />
          </p>
          <div className="rounded-md border border-rule bg-sheet px-2 py-1 font-script">
            <LineField
              step={step.id}
              part="tooLong"
              name="Words when nobody comes"
              line={tooLong.line}
              placeholder="Say so, and what happens instead"
              onChange={line => change({ ...step, tooLong: { ...tooLong, line } }, 'tooLong')}
            />
          </div>
          <p className="mt-1.5 flex items-center gap-2 text-ink-2">
            and
            <WaySelect
              name="When nobody comes"
              value={tooLong.to}
              onPick={to =>
                change({ ...step, tooLong: { after: tooLong.after, line: tooLong.line, ...(to ? { to } : {}) } })
              }
            />
          </p>
        </div>
      ) : (
        <AddButton onClick={() => change({ ...step, tooLong: usualTooLong })}>When nobody comes for long</AddButton>
      )}
    </div>
  );
}

export const handOverView: StepView<HandOver> = {
  name: 'Hand over',
  group: 'close',
  Body: DirectionBody,
  Panel,
  begin: (blank, { team }) => ({ ...blank, team: team ?? blank.team }),
};
