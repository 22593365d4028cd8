import { type FlowStart, menuKindOf, type Reply } from '@kineta/core';
import type { Directory } from '../house/ports.ts';

/**
 * What was pressed in the menu of a site’s chat, as the site has it now: undefined where that is nothing that is carried out here,
 * and what stands on it is a message like any other.
 */
export function pressed(
  { manners, flowNames, live }: Directory,
  site: string,
  id: string,
): { startsFlow?: FlowStart; wants?: Reply['wants'] } | undefined {
  const entry = manners.get(site)?.menu.find(one => one.id === id);
  const kind = entry && menuKindOf(entry.to);
  if (!kind) return undefined;
  if (kind.wants) return { wants: kind.wants };
  const begins = kind.begins?.(entry.to);
  const flow = begins && live.has(begins.flow) ? flowNames.get(begins.flow) : undefined;
  if (flow === undefined) return undefined;
  return { startsFlow: { flow, ...(begins?.scene === undefined ? {} : { scene: begins.scene }) } };
}
