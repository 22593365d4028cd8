import type { Face, Look, Standing } from './look.ts';
import { type Palette, paletteOf, type Scheme, veilOver } from './palette.ts';

/** What the chat’s window goes by: everything of a look but what the page outside shows. */
export interface WindowDress {
  /** Custom properties and what they are set to, as a style sheet. */
  style: string;
  name: string;
  face: string | null;
  heading: string;
  beside: Look['header']['beside'];
  logo: string | null;
  open: string;
  closed: string;
  waiting: string;
  pace: Look['pace'];
  sound: boolean;
  notice: Look['notice'];
  /** What conversations led by a flow show otherwise, by its identity. */
  flows: Record<string, { name: string; face: string | null; heading: string }>;
  /** Who of the team has a picture: shown when they take over, and the first few of them in the head where that is wanted. */
  team: Array<{ id: string; name: string; picture: string }>;
  /** Whether the words are set in the page’s own font. */
  asPage: boolean;
}

/** What a page outside shows: the launcher, and the frame that the chat comes in. */
export interface LauncherDress {
  style: string;
  words: string;
  /** What is shown beside the words: one of the drawn strokes, or a picture by its address. */
  picture: { glyph: Exclude<Look['launcher']['picture'], 'face' | 'none'> } | { src: string } | null;
  shape: Look['launcher']['shape'];
  /** The devices that it shows on, by their first letters: computer, tablet, phone. */
  devices: string;
}

/** How many faces a window is told of. */
const MOST_FACES = 40;

/** Where a face is served. */
export function faceAddress(face: Face | null): string | null {
  if (!face) return null;
  return 'drawn' in face ? `/w/faces/${face.drawn}.svg` : face.picture;
}

const dashed = (name: string): string => name.replace(/[A-Z0-9]/g, sign => `-${sign.toLowerCase()}`);

type Properties = Record<string, string>;
const written = (selector: string, properties: Properties): string =>
  `${selector}{${Object.entries(properties)
    .map(([name, value]) => `--${dashed(name)}:${value}`)
    .join(';')}}`;

/** The screens that are called phones where only a style sheet can tell. */
export const PHONES = '(max-width:480px)';
const DARK = '(prefers-color-scheme:dark)';

/** The same properties in the schemes of a look: one of them, or whichever the visitor’s device is set to. */
function inSchemes(selector: string, { colour }: Look, of: (scheme: Scheme) => Properties): string {
  if (colour.scheme !== 'device') return written(selector, { ...of(colour.scheme), scheme: colour.scheme });
  return `${written(selector, { ...of('light'), scheme: 'light' })}@media${DARK}{${written(selector, { ...of('dark'), scheme: 'dark' })}}`;
}

function windowColours(look: Look, palette: Palette): Properties {
  const { launcher: _, onLauncher: __, ...of } = palette;
  const { ground, picture } = look.header;
  if (ground === 'paper') return { ...of, header: of.paper, onHeader: of.ink, onHeader2: of.ink2 };
  if (ground !== 'picture' || !picture) return of;
  const veil = `${of.header}${Math.round(veilOver(palette) * 255)
    .toString(16)
    .padStart(2, '0')}`;
  return { ...of, header: `linear-gradient(${veil},${veil}),url(${picture}) center/cover` };
}

/**
 * A look as the chat’s window wears it.
 * @param team who answers, of whom those with a picture are shown
 */
export function windowDress(look: Look, team: WindowDress['team'] = []): WindowDress {
  const { voice, header, pace, sound, notice, font } = look;
  return {
    style: inSchemes(':root', look, scheme => windowColours(look, paletteOf(look.colour, scheme).palette)),
    name: voice.name,
    face: faceAddress(voice.face),
    heading: header.heading,
    beside: header.beside,
    logo: header.logo ?? null,
    open: header.open,
    closed: header.closed,
    waiting: header.waiting,
    pace,
    sound,
    notice,
    flows: Object.fromEntries(
      look.flows.map(({ flow, face, ...rest }) => [flow, { ...rest, face: faceAddress(face) }]),
    ),
    team: team.slice(0, MOST_FACES),
    asPage: font === 'page',
  };
}

const px = (pixels: number): string => `${pixels}px`;

/** Between the launcher and the chat above it. */
const GAP = 14;

function standing({ side, edge, up, size, corners, chat }: Standing, shape: Look['launcher']['shape']): Properties {
  const [left, right] = side === 'left' ? [px(edge), 'auto'] : ['auto', px(edge)];
  const small = Math.min(corners, 2);
  const inset: Properties =
    shape === 'tab'
      ? // At the very edge, of which it is a part.
        {
          left: side === 'left' ? '0' : 'auto',
          right: side === 'left' ? 'auto' : '0',
          mode: 'vertical-rl',
          round: side === 'left' ? `0 ${px(corners)} ${px(corners)} 0` : `${px(corners)} 0 0 ${px(corners)}`,
        }
      : {
          left,
          right,
          mode: 'horizontal-tb',
          round:
            shape === 'round'
              ? px(size)
              : `${px(Math.min(corners, 22))} ${px(Math.min(corners, 22))} ${
                  side === 'left'
                    ? `${px(Math.min(corners, 22))} ${px(small)}`
                    : `${px(small)} ${px(Math.min(corners, 22))}`
                }`,
        };
  const above = shape === 'tab' ? up : up + size + GAP;
  return {
    ...inset,
    up: px(up),
    size: px(size),
    ...(chat
      ? {
          frame: `auto ${right} ${px(above)} ${left}`,
          wide: px(chat.width),
          high: `min(${px(chat.height)},calc(100dvh - ${px(above + 20)}))`,
          bend: px(corners),
          gone: 'flex',
        }
      : { frame: '0', wide: '100%', high: '100dvh', bend: '0', gone: 'none' }),
  };
}

/**
 * A look as the page outside shows it.
 * @param words what the launcher says unless the look has words of its own
 */
export function launcherDress(look: Look, words: string): LauncherDress {
  const { launcher, standing: stands, shows } = look;
  const face = faceAddress(look.voice.face);
  return {
    style:
      written(':host', standing(stands.wide, launcher.shape)) +
      inSchemes(':host', look, scheme => {
        const { launcher: bg, onLauncher: fg, sheet } = paletteOf(look.colour, scheme).palette;
        return { bg, fg, sheet };
      }) +
      `@media${PHONES}{${written(':host', standing(stands.phone, launcher.shape))}}`,
    words: launcher.words || words,
    picture:
      launcher.picture === 'none' || (launcher.picture === 'face' && !face)
        ? null
        : launcher.picture === 'face'
          ? { src: face! }
          : { glyph: launcher.picture },
    shape: launcher.shape,
    devices: (['computer', 'tablet', 'phone'] as const)
      .filter(device => shows[device])
      .map(device => device[0])
      .join(''),
  };
}
