import { type Deed, deedKindOf, deedKinds } from '@kineta/core';
import { Select } from '../ui/field.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import { deedViewOf, deedViews } from './deeds/registry.ts';

const MOST = 8;

/** What is done, one below the other. */
export function DeedsList({ deeds, onSet }: { deeds: readonly Deed[]; onSet: (deeds: Deed[]) => void }) {
  return (
    <ul className="space-y-2.5">
      {deeds.map((deed, index) => {
        const view = deedViewOf(deed);
        const Setting = view?.Setting;
        return (
          <li key={`${index} ${deed.deed}`} className="flex items-start gap-1.5">
            <div className="flex min-w-0 flex-1 flex-wrap items-start gap-1.5">
              <Select
                name="What is done"
                value={deed.deed}
                onChange={event => {
                  const blank = deedKindOf({ deed: event.target.value })?.blank();
                  if (blank) onSet(deeds.map((one, at) => (at === index ? blank : one)));
                }}
              >
                {deedViews.map(one => (
                  <option key={one.deed} value={one.deed}>
                    {one.name}
                  </option>
                ))}
              </Select>
              {Setting ? (
                <Setting
                  deed={deed}
                  onSet={(next: Deed) => onSet(deeds.map((one, at) => (at === index ? next : one)))}
                />
              ) : null}
            </div>
            {deeds.length > 1 ? (
              <RemoveButton name="Remove this" onClick={() => onSet(deeds.filter((_, at) => at !== index))} />
            ) : null}
          </li>
        );
      })}
      {deeds.length < MOST ? (
        <li>
          <Select
            name="And also"
            value=""
            className="text-petrol"
            onChange={event => {
              const blank = deedKinds.find(kind => kind.deed === event.target.value)?.blank();
              if (blank) onSet([...deeds, blank]);
            }}
          >
            <option value="">and also…</option>
            {deedViews.map(one => (
              <option key={one.deed} value={one.deed}>
                {one.name}
              </option>
            ))}
          </Select>
        </li>
      ) : null}
    </ul>
  );
}
