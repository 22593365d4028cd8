import type { Station, Way } from '@kineta/core';
import { expose } from 'comlink';
import ELK, { type ElkExtendedEdge, type ElkNode } from 'elkjs/lib/elk.bundled.js';
import { heightOf, type Layout, wayName, widthOf } from './layout.ts';

const elk = new ELK();

/** Lays stations and ways out in layers (Sugiyama’s method, by the Eclipse Layout Kernel). */
async function layOut(stations: Station[], ways: Way[]): Promise<Layout> {
  const root: ElkNode = await elk.layout({
    id: 'flow',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'RIGHT',
      'elk.edgeRouting': 'SPLINES',
      'elk.layered.spacing.nodeNodeBetweenLayers': '46',
      'elk.spacing.nodeNode': '34',
      'elk.spacing.edgeNode': '18',
      'elk.layered.considerModelOrder.strategy': 'NODES_AND_EDGES',
      'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
      'elk.layered.cycleBreaking.strategy': 'MODEL_ORDER',
    },
    children: stations.map(station => ({ id: station.scene, width: widthOf(station), height: heightOf(station) })),
    edges: ways.map((way): ElkExtendedEdge => ({ id: wayName(way), sources: [way.from], targets: [way.to] })),
  });
  return {
    width: root.width ?? 0,
    height: root.height ?? 0,
    stations: Object.fromEntries((root.children ?? []).map(({ id, x = 0, y = 0 }) => [id, { x, y }])),
    ways: Object.fromEntries(
      (root.edges ?? []).map(({ id, sections = [] }) => [
        id,
        sections.flatMap(({ startPoint, bendPoints = [], endPoint }) => [startPoint, ...bendPoints, endPoint]),
      ]),
    ),
  };
}

const work = { layOut };
export type LayoutWork = typeof work;
expose(work);
