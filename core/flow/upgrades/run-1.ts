import { each, type Upgrade } from './upgrade.ts';

const renamed: Readonly<Record<string, string>> = { 'service answers': 'is told', 'service fails': 'is not told' };

/** The first version, in which only a service could be waited for. */
export const run1: Upgrade = {
  from: 'kineta.run/1',
  to: 'kineta.run/2',
  bring: content => ({
    ...content,
    beats: each(content.beats, beat => ({ ...beat, does: renamed[String(beat.does)] ?? beat.does })),
  }),
};
