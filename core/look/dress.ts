import { type MenuShown, shownMenu } from '../menu/menu.ts';
import { glyphStrokes, type LauncherGlyph } from './drawn.ts';
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
  /** What stands always at hand; absent where nothing does. */
  menu?: MenuShown;
}

/** What a page outside shows: the launcher, and the frame that the chat comes in. */
export interface LauncherDress {
  style: string;
  words: string;
  /** What is shown beside the words: strokes in a square of 16 (they begin with M), the address of a picture, or nothing. */
  picture: string;
  /** Whether the page’s own font is handed on to the chat. */
  asPage: boolean;
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
const PHONES = '(max-width:480px)';
const DARK = '(prefers-color-scheme:dark)';

/** The same properties in the schemes of a look: one of them, or whichever the visitor’s device is set to. */
function inSchemes(selector: string, { colour }: Look, of: (scheme: Scheme) => Properties): string {
  if (colour.scheme !== 'device') return written(selector, of(colour.scheme));
  return `${written(selector, of('light'))}@media${DARK}{${written(selector, of('dark'))}}`;
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

/** A dress with the faces of who answers. */
export const withTeam = (dress: WindowDress, team: WindowDress['team']): WindowDress => ({
  ...dress,
  team: team.slice(0, MOST_FACES),
});

/** A look as the chat’s window wears it. */
export function windowDress(look: Look): WindowDress {
  const { voice, header, pace, sound, notice, font } = look;
  return {
    style: inSchemes(':root', look, scheme => ({
      ...windowColours(look, paletteOf(look.colour, scheme).palette),
      scheme,
    })),
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
    team: [],
    asPage: font === 'page',
    ...(look.menu.length > 0 ? { menu: shownMenu(look.menu) } : {}),
  };
}

const px = (pixels: number): string => `${pixels}px`;

/** Between the launcher and the chat above it. */
const GAP = 14;

/** What a shape needs beside the sizes that every launcher has. A screen reader reads words that are not shown. */
const shapes: Readonly<Record<Look['launcher']['shape'], string>> = {
  words: '',
  tab: 'button{writing-mode:vertical-rl}',
  round: 'button{padding:0;gap:0;justify-content:center}span{font-size:0}b{position:absolute;top:-5px;right:-5px}',
};
const PICTURE = 'img{width:28px;height:28px;border-radius:50%;margin-inline-start:-8px;object-fit:cover}';
const WHOLE_PICTURE = 'img{width:100%;height:100%;border-radius:50%;object-fit:cover}';

/** The page’s font stands at the root of the chat, where the page sets it. */
const AS_PAGE = 'button{font-family:inherit}';

function standing({ side, edge, up, size, corners, chat }: Standing, shape: Look['launcher']['shape']): Properties {
  const at = (left: string, right: string): [string, string] => (side === 'left' ? [right, left] : [left, right]);
  const [left, right] = at('auto', px(edge));
  const round = px(Math.min(corners, size / 2));
  const small = px(Math.min(corners, 2));
  // A tab stands at the very edge, of which it is a part.
  const [tabLeft, tabRight] = at('auto', '0');
  const inset: Properties =
    shape === 'tab'
      ? {
          left: tabLeft,
          right: tabRight,
          round: side === 'left' ? `0 ${round} ${round} 0` : `${round} 0 0 ${round}`,
        }
      : {
          left,
          right,
          round:
            shape === 'round'
              ? px(size)
              : side === 'left'
                ? `${round} ${round} ${round} ${small}`
                : `${round} ${round} ${small} ${round}`,
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
          high: `min(${px(chat.height)},100dvh - ${px(above + 20)})`,
          bend: px(corners),
          // A tab would lie over the chat, which has a way to close it.
          gone: shape === 'tab' ? 'none' : 'flex',
        }
      : { frame: '0', wide: '100%', high: '100dvh', bend: '0', gone: 'none' }),
  };
}

/**
 * A look as the page outside shows it.
 * @param words what the launcher says unless the look has words of its own
 */
export function launcherDress(look: Look, words: string): LauncherDress {
  const { launcher, standing: stands } = look;
  const asPage = look.font === 'page';
  const face = faceAddress(look.voice.face);
  const wide = standing(stands.wide, launcher.shape);
  const onPhones = Object.entries(standing(stands.phone, launcher.shape)).filter(
    ([name, value]) => wide[name] !== value,
  );
  const isFace = launcher.picture === 'face' && face !== null;
  const picture = isFace
    ? face
    : launcher.picture in glyphStrokes
      ? glyphStrokes[launcher.picture as LauncherGlyph]
      : '';
  const colours = (scheme: Scheme): Properties => {
    const { launcher: bg, onLauncher: fg, sheet, ink } = paletteOf(look.colour, scheme).palette;
    return { bg, fg, sheet, ink };
  };
  const base = inSchemes(':host', look, scheme =>
    scheme === 'dark' && look.colour.scheme === 'device' ? colours(scheme) : { ...wide, ...colours(scheme) },
  );
  return {
    style: `${base}@media${PHONES}{${written(':host', Object.fromEntries(onPhones))}}${
      !isFace ? '' : launcher.shape === 'round' ? WHOLE_PICTURE : PICTURE
    }${shapes[launcher.shape]}${asPage ? AS_PAGE : ''}`,
    words: launcher.words || words,
    picture,
    asPage,
  };
}
