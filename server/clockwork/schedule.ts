import type { Publisher } from '../flows/publisher.ts';
import type { StudioLive } from '../live/studio.ts';
import type { Duty } from './clockwork.ts';

/** Publishes the versions of flows whose time has come, one at a turn. */
export function schedule(publisher: Publisher, live: StudioLive): Duty {
  return async () => {
    const published = await publisher.publishDue();
    if (published) live.published(published.workspace, published.flow);
    return published !== undefined;
  };
}
