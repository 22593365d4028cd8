import type { Duty } from '../clockwork/clockwork.ts';
import type { DraftsLive } from './live.ts';
import type { Publisher } from './publisher.ts';

/** Publishes the versions of flows whose time has come, one at a turn. */
export function schedule(publisher: Publisher, live: DraftsLive): Duty {
  return {
    name: 'publishing',
    async turn() {
      const published = await publisher.publishDue();
      if (published) live.published(published.workspace, published.flow);
      return published !== undefined;
    },
  };
}
