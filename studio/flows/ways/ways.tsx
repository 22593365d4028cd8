import { flowRoutes } from '@kineta/contract';
import { type Flow, type Station, type Way, waysOf } from '@kineta/core';
import { select } from 'd3-selection';
import { type ZoomBehavior, zoom, zoomIdentity } from 'd3-zoom';
import { Download, Maximize, Minus, Plus } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { sentenceOf } from '../../shell/api.ts';
import { useRoute } from '../../shell/query.ts';
import { onFirstUse } from '../../shell/worker.ts';
import { IconButton } from '../../ui/button.tsx';
import { SmallInput } from '../../ui/field.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';
import { countWords } from '../../ui/writing.ts';
import { type Side, waysKeys } from '../keys.ts';
import { Drawing, type Taken } from './drawing.tsx';
import { heightOf, type Layout, wayName, widthOf } from './layout.ts';
import type { LayoutWork } from './layout.worker.ts';

const EDGE = 28;
/** Below this scale, stations say their titles only, and those large enough to be read. */
const FAR = 0.55;

const layouter = onFirstUse<LayoutWork>(
  () => new Worker(new URL('./layout.worker.ts', import.meta.url), { type: 'module' }),
);

/** What the layout goes by: wordings may change without anything moving. */
function shape({ stations, ways }: { stations: Station[]; ways: Way[] }): string {
  return JSON.stringify([
    stations.map(station => [station.scene, widthOf(station), heightOf(station)]),
    ways.map(wayName),
  ]);
}

function useLayout(map: { stations: Station[]; ways: Way[] }): Layout | undefined {
  const [layout, setLayout] = useState<Layout>();
  const wanted = shape(map);
  // biome-ignore lint/correctness/useExhaustiveDependencies: laid out anew only when its shape changes
  useEffect(() => {
    let late = false;
    layouter(({ layOut }) => layOut(map.stations, map.ways))
      .then(done => late || setLayout(done))
      .catch(() => undefined);
    return () => {
      late = true;
    };
  }, [wanted]);
  return layout;
}

const untaken: Taken = { ways: {}, scenes: {} };

function useTaken(id: string): { taken: Taken; conversations: number | undefined; mistake: string } {
  const { data, error } = useRoute(flowRoutes.ways, { params: { id } });
  const taken = useMemo(() => {
    if (!data || data.conversations === 0) return untaken;
    const share = (count: number): number => Math.min(1, count / data.conversations);
    return {
      ways: Object.fromEntries(data.ways.map(way => [wayName(way), share(way.conversations)])),
      scenes: Object.fromEntries(Object.entries(data.reach).map(([scene, count]) => [scene, share(count)])),
    };
  }, [data]);
  return { taken, conversations: data?.conversations, mistake: error && !data ? sentenceOf(error) : '' };
}

/** Where an arrow key leads from a station: along the ways, or to the nearest above or below. */
function neighbour(scene: string, to: Side, layout: Layout, ways: readonly Way[], taken: Taken): string | undefined {
  const along = (next: Way[], end: 'from' | 'to') =>
    next.toSorted((a, b) => (taken.ways[wayName(b)] ?? 0) - (taken.ways[wayName(a)] ?? 0))[0]?.[end];
  if (to === 'right')
    return along(
      ways.filter(({ from, to }) => from === scene && to !== scene),
      'to',
    );
  if (to === 'left')
    return along(
      ways.filter(({ from, to }) => to === scene && from !== scene),
      'from',
    );
  const here = layout.stations[scene];
  if (!here) return undefined;
  const sign = to === 'down' ? 1 : -1;
  return Object.entries(layout.stations)
    .filter(([id, at]) => id !== scene && (at.y - here.y) * sign > 0)
    .map(([id, at]) => ({ id, far: Math.abs(at.y - here.y) + 2 * Math.abs(at.x - here.x) }))
    .toSorted((a, b) => a.far - b.far)[0]?.id;
}

/** The flow as ways: scenes as stations from left to right, each way as wide as visitors took it. */
export default function Ways({
  id,
  flow,
  current,
  onOpen,
}: {
  id: string;
  flow: Flow;
  current: string;
  onOpen: (scene: string, step?: string) => void;
}) {
  const map = useMemo(() => waysOf(flow), [flow]);
  const layout = useLayout(map);
  const { taken, conversations, mistake } = useTaken(id);
  const [search, setSearch] = useState('');
  const svg = useRef<SVGSVGElement>(null);
  const stage = useRef<SVGGElement>(null);
  const zooming = useRef<ZoomBehavior<SVGSVGElement, unknown>>(undefined);

  const showAll = () => {
    const box = svg.current?.getBoundingClientRect();
    if (!box || !layout || !zooming.current) return;
    const scale = Math.min(1, (box.width - 2 * EDGE) / layout.width, (box.height - 2 * EDGE) / layout.height);
    const x = Math.max(EDGE, (box.width - layout.width * scale) / 2);
    const y = Math.max(EDGE, (box.height - layout.height * scale) / 2);
    select(svg.current!).call(zooming.current.transform, zoomIdentity.translate(x, y).scale(scale));
  };
  const zoomBy = (factor: number) => {
    if (svg.current && zooming.current) select(svg.current).call(zooming.current.scaleBy, factor);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: fitted once for each layout
  useEffect(() => {
    if (!svg.current || !layout) return;
    zooming.current = zoom<SVGSVGElement, unknown>()
      .scaleExtent([0.1, 3])
      .on('zoom', ({ transform }) => {
        stage.current?.setAttribute('transform', String(transform));
        stage.current?.toggleAttribute('data-far', transform.k < FAR);
      });
    select(svg.current).call(zooming.current).on('dblclick.zoom', null);
    showAll();
  }, [layout]);

  const save = () => {
    if (!stage.current || !layout) return;
    const copy = stage.current.cloneNode(true) as SVGGElement;
    copy.removeAttribute('transform');
    for (const title of copy.querySelectorAll('[data-far-title]')) title.remove();
    const width = Math.ceil(layout.width + 2 * EDGE);
    const height = Math.ceil(layout.height + 2 * EDGE);
    const text = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${-EDGE} ${-EDGE} ${width} ${height}" width="${width}" height="${height}">${new XMLSerializer().serializeToString(copy)}</svg>`;
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }));
    link.download = `${flow.name}.svg`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  const wanted = search.trim().toLowerCase();
  const isFound = ({ title, endings }: Station) =>
    wanted === '' || `${title} ${endings.join(' ')}`.toLowerCase().includes(wanted);

  return (
    <section
      aria-label="Ways"
      className="relative min-h-0 flex-1"
      onKeyDown={event => {
        const pressed = event.target instanceof HTMLInputElement ? undefined : waysKeys.pressed(event);
        if (pressed === 'nearer') zoomBy(1.25);
        else if (pressed === 'further') zoomBy(0.8);
        else if (pressed === 'all') showAll();
        else return;
        event.preventDefault();
      }}
    >
      <div className="absolute top-3 right-3 left-4 z-10 flex items-center gap-1.5">
        <p className="mr-auto text-[0.8125rem] text-ink-2" role="status">
          {mistake ||
            (conversations === undefined
              ? ''
              : conversations === 0
                ? 'No visitor has come here yet, so every way is drawn alike.'
                : `As ${countWords(conversations)} conversations went in the last 28 days`)}
        </p>
        <SmallInput
          name="Find a scene"
          placeholder="Find a scene"
          value={search}
          onChange={event => setSearch(event.target.value)}
        />
        <IconButton name="Nearer" onClick={() => zoomBy(1.25)}>
          <Plus className="size-4" aria-hidden="true" />
        </IconButton>
        <IconButton name="Farther" onClick={() => zoomBy(0.8)}>
          <Minus className="size-4" aria-hidden="true" />
        </IconButton>
        <IconButton name="Show all" onClick={showAll}>
          <Maximize className="size-4" aria-hidden="true" />
        </IconButton>
        <IconButton name="Save as SVG" onClick={save}>
          <Download className="size-4" aria-hidden="true" />
        </IconButton>
      </div>
      {layout ? (
        <svg ref={svg} className="size-full touch-none" role="group" aria-label="Scenes and the ways between them">
          <g ref={stage} className="group/stage">
            <Drawing
              {...map}
              layout={layout}
              taken={taken}
              isFound={isFound}
              current={current}
              onOpen={onOpen}
              onMove={(scene, to) => {
                const next = neighbour(scene, to, layout, map.ways, taken);
                if (next) document.getElementById(`station-${next}`)?.focus();
              }}
            />
          </g>
        </svg>
      ) : (
        <Skeleton lines={5} className="p-14" />
      )}
    </section>
  );
}
