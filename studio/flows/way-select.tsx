import { insertScene, usualKinds } from '@kineta/core';
import { useMemo } from 'react';
import { Select } from '../ui/field.tsx';
import { newId, useDraft } from './draft/draft.ts';

const NEW = '\u0000new';
/** The longest title of a scene. */
const LONGEST_TITLE = 100;

/** The scenes by identity and title; the same list while those are the same, whatever is written in them. */
function useSceneTitles(): ReadonlyArray<{ id: string; title: string }> {
  const titles = useDraft(state => JSON.stringify(state.flow?.scenes.map(({ id, title }) => ({ id, title })) ?? []));
  return useMemo(() => JSON.parse(titles), [titles]);
}

/** Picks where a way leads: on to the next step, to a scene, or to a new one. */
export function WaySelect({
  name,
  value,
  carryOn = 'carry on',
  comesBack = false,
  titled = '',
  onPick,
}: {
  name: string;
  value: string | undefined;
  /** What stands for the next step; null when a scene has to be picked. */
  carryOn?: string | null;
  /** Whether the play comes back from the scene, so that a new one is not to end the flow. */
  comesBack?: boolean;
  /** What a new scene would be called: the words on what leads there. */
  titled?: string | undefined;
  onPick: (scene: string | undefined) => void;
}) {
  const scenes = useSceneTitles();
  const options = useMemo(
    () =>
      scenes.map(scene => (
        <option key={scene.id} value={scene.id}>
          → {scene.title}
        </option>
      )),
    [scenes],
  );
  const edit = useDraft(state => state.edit);
  const makeScene = () => {
    const steps = comesBack ? [] : [usualKinds.close.blank(newId())];
    const title = titled.trim();
    const isFree = title !== '' && title.length <= LONGEST_TITLE && !scenes.some(scene => scene.title === title);
    const scene = { id: newId(), title: isFree ? title : `Scene ${scenes.length + 1}`, steps };
    edit(flow => insertScene(flow, flow.scenes.length, scene));
    onPick(scene.id);
  };
  return (
    <Select
      name={name}
      value={value ?? ''}
      onChange={event => {
        if (event.target.value === NEW) makeScene();
        else onPick(event.target.value || undefined);
      }}
    >
      {carryOn !== null ? <option value="">{carryOn}</option> : null}
      {value && !scenes.some(scene => scene.id === value) ? (
        <option value={value}>a scene that is not there</option>
      ) : null}
      {options}
      <option value={NEW}>→ a new scene</option>
    </Select>
  );
}
