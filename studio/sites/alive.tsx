import type { SiteDetail } from '@kineta/contract';
import { Pill } from '../ui/pill.tsx';
import { dayAndTime } from '../ui/time.ts';

/** Whether the chat is on a site, and when it was last seen there. */
export function Alive({ site: { off, seen } }: { site: SiteDetail }) {
  if (off) return <Pill tone="neutral">switched off</Pill>;
  if (!seen) return <Pill tone="waits">not seen yet</Pill>;
  return (
    <Pill tone="fine">
      seen alive {dayAndTime(seen.at)}, on {seen.on}
    </Pill>
  );
}
