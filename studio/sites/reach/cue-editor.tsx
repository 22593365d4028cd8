import { appearanceKinds, type CueFits, cuePartOf, cueParts, LAST, type PartName, type Unfinished } from '@kineta/core';
import { Button } from '../../ui/button.tsx';
import { Select } from '../../ui/field.tsx';
import { PartRow } from '../../ui/part-row.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { appearanceViewOf, appearanceViews } from './appearances/registry.ts';
import { AmountOf } from './parts/amount.tsx';
import { partViewOf } from './parts/registry.ts';
import { useReachSetting } from './setting.ts';
import { type WrittenCue, withPart } from './store.ts';

/** What is set of a cue, part by part; what is not set does not matter. */
export function CueEditor({
  cue,
  onChange,
  onLeave,
  onRemove,
}: {
  cue: WrittenCue;
  onChange: (cue: WrittenCue) => void;
  onLeave: () => void;
  onRemove: () => void;
}) {
  const { flows } = useReachSetting();
  const isLast = cue.id === LAST;
  const offered = cueParts.filter(
    ({ part, comes }) => cue.fits[part] === undefined && (!isLast || (comes !== undefined && comes !== 'by hand')),
  );
  const setPart = (part: PartName, set: CueFits[PartName]) => onChange({ ...cue, fits: withPart(cue.fits, part, set) });
  const { appears } = cue;
  const AppearsSetting = appearanceViewOf(appears)?.Setting;
  return (
    <div className="mt-2 border-t border-rule pt-1">
      <PartRow name="Flow">
        <Select
          name="Flow"
          value={cue.flow ?? ''}
          onChange={({ target }) => onChange({ ...cue, flow: target.value || null })}
        >
          {isLast ? <option value="">None: it goes to people at once</option> : null}
          {flows
            .filter(({ id, published }) => published || id === cue.flow)
            .map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
        </Select>
      </PartRow>
      {cueParts.flatMap(({ part }) => {
        const set = cue.fits[part];
        const view = partViewOf(part);
        if (set === undefined || !view) return [];
        const { Setting } = view;
        return [
          <PartRow key={part} name={view.name}>
            <div className="flex items-start gap-1">
              <div className="min-w-0 flex-1">
                {Setting ? (
                  <Setting set={set} onSet={(next: CueFits[PartName]) => setPart(part, next)} />
                ) : view.amount ? (
                  <AmountOf
                    name={view.name}
                    around={view.amount}
                    set={Number(set)}
                    onSet={next => setPart(part, next as CueFits[PartName])}
                  />
                ) : (
                  <p className="pt-1">{view.offered}</p>
                )}
              </div>
              <RemoveButton name={`It does not matter: ${view.offered}`} onClick={() => setPart(part, undefined)} />
            </div>
          </PartRow>,
        ];
      })}
      {offered.length > 0 ? (
        <PartRow name="">
          <Select
            name="What else has to be so"
            value=""
            onChange={({ target }) => {
              const part = target.value as PartName;
              setPart(part, cuePartOf(part)?.blank());
            }}
          >
            <option value="">And only …</option>
            {offered.map(({ part }) => (
              <option key={part} value={part}>
                {partViewOf(part)?.offered}
              </option>
            ))}
          </Select>
        </PartRow>
      ) : null}
      <PartRow name="Appears">
        <Select
          name="How it appears"
          value={appears.how}
          onChange={({ target }) => {
            const kind = appearanceKinds.find(one => one.how === target.value);
            if (kind) onChange({ ...cue, appears: kind.blank() });
          }}
        >
          {appearanceViews.map(({ how, name }) => (
            <option key={how} value={how}>
              {name}
            </option>
          ))}
        </Select>
        {AppearsSetting ? (
          <AppearsSetting
            key={appears.how}
            appears={appears}
            onSet={(next: WrittenCue['appears']) => onChange({ ...cue, appears: next })}
          />
        ) : null}
      </PartRow>
      {isLast ? null : (
        <PartRow name="Unfinished">
          <Select
            name="What becomes of a conversation that is not finished"
            value={cue.unfinished ?? 'goes on'}
            onChange={({ target }) => onChange({ ...cue, unfinished: target.value as Unfinished })}
          >
            <option value="goes on">what they have not finished goes on</option>
            <option value="asks">they are asked whether this begins</option>
            <option value="begins">this flow begins in it</option>
          </Select>
        </PartRow>
      )}
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <Button onClick={onLeave}>Close</Button>
        {isLast ? null : (
          <Button look="quiet" className="ml-auto" onClick={onRemove}>
            Remove
          </Button>
        )}
      </div>
    </div>
  );
}
