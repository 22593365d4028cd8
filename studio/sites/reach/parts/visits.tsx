import { Select } from '../../../ui/field.tsx';
import { Amount } from './amount.tsx';
import type { PartProps, PartView } from './view.ts';

const SECOND = 2;

function Visits({ set, onSet }: PartProps<'visits'>) {
  const value = set.is === 'first' ? 'first' : set.visits === SECOND ? 'again' : 'later';
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      <Select
        name="Which visits"
        value={value}
        onChange={({ target }) =>
          onSet(
            target.value === 'first'
              ? { is: 'first' }
              : { is: 'at least', visits: target.value === 'again' ? SECOND : SECOND + 1 },
          )
        }
      >
        <option value="first">who is new here</option>
        <option value="again">who was here before</option>
        <option value="later">who is here for visit …</option>
      </Select>
      {set.is === 'at least' && set.visits > SECOND ? (
        <Amount
          name="Visit"
          amount={set.visits}
          least={SECOND + 1}
          most={1_000}
          unit="or later"
          onSet={visits => onSet({ is: 'at least', visits })}
        />
      ) : null}
    </span>
  );
}

export const visitsView: PartView<'visits'> = {
  part: 'visits',
  name: 'Visit',
  offered: 'first visit, or a later one',
  Setting: Visits,
};
