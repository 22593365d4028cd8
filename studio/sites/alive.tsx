import type { SiteDetail } from '@kineta/contract';
import { Pill } from '../ui/pill.tsx';
import { dayAndTime } from '../ui/time.ts';

/** Whether the chat is on a site, and when it was last seen there; without on which host where there is little room. */
export function Alive({ site: { off, seen }, brief = false }: { site: SiteDetail; brief?: boolean }) {
  if (off) return <Pill tone="neutral">switched off</Pill>;
  if (!seen) return <Pill tone="waits">not seen yet</Pill>;
  return (
    <Pill tone="fine">
      seen alive {dayAndTime(seen.at)}
      {brief ? null : `, on ${seen.on}`}
    </Pill>
  );
}
