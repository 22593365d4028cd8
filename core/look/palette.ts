import { contrast, fromTone, over, standingOut, tone } from './tones.ts';

/** The contrast that words need, and what one presses: WCAG 2.2, 1.4.3 and 1.4.11 (AA). */
export const WORDS = 4.5;
export const CONTROL = 3;

export type Scheme = 'light' | 'dark';

/** What a look is coloured with: one colour of the brand, and others where they are wanted apart. */
export interface Colours {
  brand: string;
  /** The visitor’s side: what they wrote, and what they can pick. */
  visitor?: string | undefined;
  launcher?: string | undefined;
}

/** Every colour of the chat, as `#rrggbb`. */
export interface Palette {
  sheet: string;
  raised: string;
  paper: string;
  ink: string;
  ink2: string;
  rule: string;
  control: string;
  header: string;
  onHeader: string;
  onHeader2: string;
  voice: string;
  voiceSoft: string;
  visitor: string;
  onVisitor: string;
  visitorInk: string;
  visitorSoft: string;
  waits: string;
  mistake: string;
  fine: string;
  launcher: string;
  onLauncher: string;
}
export type Part = keyof Palette;

/** What stands on what as words, and what one has to find to press it; a property test holds every palette to them. */
export const wordPairs: ReadonlyArray<readonly [Part, Part]> = [
  ...(['ink', 'ink2', 'voice', 'visitorInk', 'mistake'] as const).flatMap(words =>
    (['sheet', 'raised', 'paper'] as const).map(ground => [words, ground] as const),
  ),
  ['ink', 'visitorSoft'],
  ['visitorInk', 'visitorSoft'],
  ['onHeader', 'header'],
  ['onHeader2', 'header'],
  ['onVisitor', 'visitor'],
  ['onLauncher', 'launcher'],
];
export const controlPairs: ReadonlyArray<readonly [Part, Part]> = [
  ['control', 'sheet'],
  ['control', 'raised'],
  ['visitorInk', 'raised'],
  ['voice', 'sheet'],
  ['waits', 'paper'],
  ['fine', 'paper'],
  ['visitor', 'sheet'],
];

/** The ground that a page is taken to have, from which the launcher has to stand out. */
export const pageGround: Readonly<Record<Scheme, string>> = { light: '#ffffff', dark: '#101314' };

/** A colour that was asked for and could not be taken as it is: what it would have been on, and what was made of it. */
export interface Adjusted {
  part: 'header' | 'voice' | 'visitor' | 'launcher';
  asked: string;
  made: string;
  /** The contrast that it would have had, and what it has to have. */
  had: number;
  needed: number;
}

/** White or the ink, whichever can be read on a colour; else the nearest shade of the colour on which one of them can be. */
function filled(colour: string, ink: string, scheme: Scheme): { fill: string; on: string } {
  for (const on of ['#ffffff', ink]) if (contrast(on, colour) >= WORDS) return { fill: colour, on };
  return scheme === 'light'
    ? { fill: standingOut(colour, ['#ffffff'], WORDS, 'darker'), on: '#ffffff' }
    : { fill: standingOut(colour, [ink], WORDS, 'lighter'), on: ink };
}

/** Less loud than the words it stands beside, as far as it can be read. */
function quieter(words: string, ground: string): string {
  for (let share = 0.78; share < 1; share += 0.02) {
    const shade = over(words, share, ground);
    if (contrast(shade, ground) >= WORDS) return shade;
  }
  return words;
}

/** The hue across from the brand’s, for the visitor’s side. */
const ACROSS = 140;

interface Grounds {
  sheet: string;
  raised: string;
  paper: string;
  ink: string;
}

function groundsOf(scheme: Scheme, hue: number, isGrey: boolean): Grounds {
  const c = isGrey ? 0 : 1;
  return scheme === 'light'
    ? {
        sheet: fromTone(0.988, 0.005 * c, hue),
        raised: '#ffffff',
        paper: fromTone(0.955, 0.012 * c, hue),
        ink: fromTone(0.26, 0.02 * c, hue),
      }
    : {
        sheet: fromTone(0.215, 0.014 * c, hue),
        raised: fromTone(0.25, 0.016 * c, hue),
        paper: fromTone(0.275, 0.018 * c, hue),
        ink: fromTone(0.95, 0.008 * c, hue),
      };
}

/**
 * All colours of the chat from the brand’s, light or dark, each pair of `wordPairs` at least 4.5 : 1 and of `controlPairs` 3 : 1
 * whatever was asked for, the launcher also from the page’s ground; with what had to be changed for that.
 */
export function paletteOf(
  { brand, visitor, launcher }: Colours,
  scheme: Scheme,
): { palette: Palette; adjusted: Adjusted[] } {
  const { c: strength, h: hue } = tone(brand);
  const isGrey = strength < 0.012;
  const away = scheme === 'light' ? 'darker' : 'lighter';
  const grounds = groundsOf(scheme, hue, isGrey);
  const { sheet, raised, paper, ink } = grounds;
  const behind = [sheet, raised, paper];
  const darkInk = groundsOf('light', hue, isGrey).ink;
  const adjusted: Adjusted[] = [];
  /** Notes what became of a colour that somebody chose. */
  const noted = (part: Adjusted['part'], asked: string, made: string, lack: { had: number; needed: number }): void => {
    if (asked !== made) adjusted.push({ part, asked, made, ...lack });
  };
  /** Why a colour could not be filled with: it is lost on its ground, or else no words can be read on it. */
  const lacking = (colour: string, ground: string): { had: number; needed: number } => {
    const found = contrast(colour, ground);
    return found < CONTROL ? { had: found, needed: CONTROL } : { had: loudest(colour), needed: WORDS };
  };
  const loudest = (colour: string): number => Math.max(contrast('#ffffff', colour), contrast(darkInk, colour));

  // At night a header as bright as day would glare.
  const ofNight = scheme === 'dark' && contrast(brand, sheet) > 7 ? fromTone(0.42, strength, hue) : brand;
  const header = filled(ofNight, darkInk, scheme);
  if (ofNight === brand) noted('header', brand, header.fill, { had: loudest(brand), needed: WORDS });

  const voice = standingOut(brand, behind, WORDS, away);
  noted('voice', brand, voice, { had: Math.min(...behind.map(ground => contrast(brand, ground))), needed: WORDS });

  const across = fromTone(scheme === 'light' ? 0.42 : 0.5, isGrey ? 0.09 : Math.min(0.12, strength), hue + ACROSS);
  const mine = visitor ?? across;
  const soft = scheme === 'light' ? over(mine, 0.1, raised) : over(mine, 0.22, raised);
  const fill = filled(standingOut(mine, [sheet], CONTROL, away), darkInk, scheme);
  const visitorInk = standingOut(mine, [...behind, soft], WORDS, away);
  if (visitor) noted('visitor', visitor, fill.fill, lacking(visitor, sheet));

  const pressed = launcher ?? brand;
  const page = pageGround[scheme];
  const button = filled(standingOut(pressed, [page], CONTROL, away), darkInk, scheme);
  noted('launcher', pressed, button.fill, lacking(pressed, page));

  return {
    palette: {
      ...grounds,
      ink2: standingOut(quieter(ink, paper), behind, WORDS, away),
      rule: over(ink, 0.14, sheet),
      control: standingOut(over(ink, 0.45, sheet), behind, CONTROL, away),
      header: header.fill,
      onHeader: header.on,
      onHeader2: quieter(header.on, header.fill),
      voice,
      voiceSoft: over(voice, 0.16, raised),
      visitor: fill.fill,
      onVisitor: fill.on,
      visitorInk,
      visitorSoft: soft,
      waits: standingOut('#8f5c0b', behind, CONTROL, away),
      mistake: standingOut('#a63a2b', behind, WORDS, away),
      fine: standingOut('#47702f', behind, CONTROL, away),
      launcher: button.fill,
      onLauncher: button.on,
    },
    adjusted,
  };
}

/**
 * How much of the header’s colour (0 to 1) has to lie over a picture, whatever the picture shows, for its words to be read.
 */
export function veilOver({ header, onHeader, onHeader2 }: Palette): number {
  for (let share = 0.6; share < 1; share += 0.02)
    if (
      ['#000000', '#ffffff'].every(pixel =>
        [onHeader, onHeader2].every(words => contrast(words, over(header, share, pixel)) >= WORDS),
      )
    )
      return Math.round(share * 100) / 100;
  return 1;
}
