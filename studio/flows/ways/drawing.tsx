import type { Station, Way } from '@kineta/core';
import { type Side, waysKeys } from '../keys.ts';
import { endingsOf, heightOf, type Layout, LINE, wayName, widthOf } from './layout.ts';

/** The drawing’s colours stand in it, so that it looks the same wherever its file is opened. */
const colour = {
  paper: '#f5f1e8',
  sheet: '#fffdf8',
  ink: '#1e2527',
  ink2: '#5a5f5c',
  rule: '#ddd5c5',
  petrol: '#0e5a5f',
  way: '#9dbdba',
  unused: '#cfc6b4',
  plum: '#6d3457',
  brick: '#a63a2b',
  gold: '#f2c879',
};

/** The studio’s fonts, and where its file is opened without them, those that are there. */
const SCRIPT = "'Source Serif 4 Variable', 'Source Serif 4', Georgia, serif";
const SANS = "'Instrument Sans Variable', 'Instrument Sans', system-ui, sans-serif";
const MONO = "'IBM Plex Mono', ui-monospace, monospace";

const THIN = 1.5;
const THICK = 24;

/** A smooth line through what the layout gives: a start, then control points in threes. */
function path(points: ReadonlyArray<{ x: number; y: number }>): string {
  const [start, ...rest] = points;
  if (!start) return '';
  let drawn = `M${start.x} ${start.y}`;
  for (let index = 0; index < rest.length; index += 3) {
    const [a, b, c] = [rest[index], rest[index + 1], rest[index + 2]];
    if (a && b && c) drawn += `C${a.x} ${a.y} ${b.x} ${b.y} ${c.x} ${c.y}`;
    else drawn += `L${rest.at(-1)!.x} ${rest.at(-1)!.y}`;
  }
  return drawn;
}

const cut = (text: string, most: number): string => (text.length > most ? `${text.slice(0, most - 1)}…` : text);
const percent = (share: number): string => (share > 0 && share < 0.005 ? '<1%' : `${Math.round(share * 100)}%`);

export interface Taken {
  /** How many of all visitors took a way, by its name; empty while none are known. */
  ways: Readonly<Record<string, number>>;
  /** How many came to a scene. */
  scenes: Readonly<Record<string, number>>;
}

/** The flow as stations and ways, as wide as visitors took them. */
export function Drawing({
  stations,
  ways,
  layout,
  taken,
  isFound,
  current,
  onOpen,
  onMove,
}: {
  stations: readonly Station[];
  ways: readonly Way[];
  layout: Layout;
  taken: Taken;
  /** Which stations a search has found; all of them without one. */
  isFound: (station: Station) => boolean;
  current: string;
  onOpen: (scene: string, step?: string) => void;
  onMove: (scene: string, to: Side) => void;
}) {
  const titles = new Map(stations.map(({ scene, title }) => [scene, title]));
  return (
    <>
      <g>
        {ways.map(way => {
          const share = taken.ways[wayName(way)] ?? 0;
          const points = layout.ways[wayName(way)] ?? [];
          const middle = points[Math.floor(points.length / 2)];
          return (
            <g
              key={wayName(way)}
              role="link"
              tabIndex={-1}
              aria-label={`The way from ${titles.get(way.from)} to ${titles.get(way.to)}: ${way.labels.join(', ')}`}
              style={{ cursor: 'pointer' }}
              onClick={() => onOpen(way.from, way.step)}
              onKeyDown={event => waysKeys.pressed(event) === 'open' && onOpen(way.from, way.step)}
            >
              <title>{way.labels.join(' · ')}</title>
              <path d={path(points)} fill="none" stroke="transparent" strokeWidth={THICK + 4} />
              <path
                d={path(points)}
                fill="none"
                stroke={share > 0 ? colour.way : colour.unused}
                strokeWidth={THIN + share * (THICK - THIN)}
                strokeLinecap="round"
                strokeDasharray={share > 0 ? undefined : '4 5'}
              />
              {share > 0 && middle ? (
                <text
                  x={middle.x}
                  y={middle.y + 4}
                  textAnchor="middle"
                  fontSize="12.5"
                  fontFamily={MONO}
                  fill={colour.petrol}
                  stroke={colour.paper}
                  strokeWidth="4"
                  paintOrder="stroke"
                >
                  {percent(share)}
                </text>
              ) : null}
            </g>
          );
        })}
      </g>
      {stations.map((station, index) => {
        const { x, y } = layout.stations[station.scene] ?? { x: 0, y: 0 };
        const share = taken.scenes[station.scene];
        const wrong = station.deadEnd || !station.reachable;
        const lines = endingsOf(station);
        const width = widthOf(station);
        const ways_ = ways.filter(({ from }) => from === station.scene).length;
        return (
          <g
            key={station.scene}
            id={`station-${station.scene}`}
            role="link"
            tabIndex={0}
            aria-label={`${index + 1} ${station.title}, ${[
              share === undefined ? '' : `${percent(share)} of visitors`,
              `${ways_} ${ways_ === 1 ? 'way' : 'ways'} on`,
              ...lines,
              station.reachable ? '' : 'nothing leads here',
            ]
              .filter(Boolean)
              .join(', ')}`}
            transform={`translate(${x} ${y})`}
            opacity={isFound(station) ? 1 : 0.25}
            style={{ cursor: 'pointer' }}
            onClick={() => onOpen(station.scene)}
            onKeyDown={event => {
              const pressed = waysKeys.pressed(event);
              if (pressed === 'open') onOpen(station.scene);
              else if (pressed === 'left' || pressed === 'right' || pressed === 'up' || pressed === 'down')
                onMove(station.scene, pressed);
              else return;
              event.preventDefault();
            }}
          >
            <rect
              width={width}
              height={heightOf(station)}
              rx="8"
              fill={colour.sheet}
              stroke={wrong ? colour.brick : station.scene === current ? colour.petrol : colour.rule}
              strokeWidth={wrong || station.scene === current ? 2 : 1}
            />
            <rect width="4" height={heightOf(station)} rx="2" fill={index === 0 ? colour.gold : 'none'} />
            <text
              data-far-title
              className="hidden group-data-far/stage:inline"
              x="10"
              y="36"
              fontSize="25"
              fontFamily={SCRIPT}
              fontWeight="600"
              fill={colour.ink}
            >
              {cut(station.title, Math.floor((width - 12) / 13))}
            </text>
            <g className="group-data-far/stage:hidden">
              <text x="14" y="23" fontSize="15" fontFamily={SCRIPT} fontWeight="600" fill={colour.ink}>
                {cut(station.title, 19)}
              </text>
              <text x="14" y="42" fontSize="12.5" fontFamily={SANS} fill={colour.ink2}>
                {`${station.steps} ${station.steps === 1 ? 'step' : 'steps'}`}
              </text>
              {share === undefined ? null : (
                <text x={width - 12} y="42" textAnchor="end" fontSize="12.5" fontFamily={MONO} fill={colour.petrol}>
                  {percent(share)}
                </text>
              )}
              {lines.map((line, at) => (
                <text
                  key={line}
                  x="14"
                  y={61 + at * LINE}
                  fontSize="13"
                  fontFamily={SCRIPT}
                  fontStyle="italic"
                  fill={line === 'Dead end' ? colour.brick : colour.plum}
                >
                  {cut(line, 24)}
                </text>
              ))}
            </g>
          </g>
        );
      })}
    </>
  );
}
