import {
  clampChroma,
  formatHex,
  modeLrgb,
  modeOklch,
  modeRgb,
  type Oklch,
  parse,
  wcagContrast,
  useMode as withMode,
} from 'culori/fn';

const toOklch = withMode(modeOklch);
const toRgb = withMode(modeRgb);
// `wcagContrast` goes by it.
withMode(modeLrgb);

/** A colour by lightness (0 to 1), chroma and hue (degrees): Ottosson, “A perceptual color space for image processing”, 2020. */
export function tone(colour: string): { l: number; c: number; h: number } {
  const { l, c, h = 0 } = toOklch(parse(colour)!);
  return { l, c, h };
}

/** The nearest colour that screens have, made less strong where they have none so strong. */
export function fromTone(l: number, c: number, h: number): string {
  const wanted: Oklch = { mode: 'oklch', l, c, h };
  return formatHex(clampChroma(wanted, 'oklch'));
}

/** Contrast of two colours, 1 to 21, as WCAG 2.2 defines it. */
export const contrast = (one: string, other: string): number => wcagContrast(one, other);

const STEP = 0.005;

/**
 * The colour itself where it stands out enough from each of these; else the nearest darker (or lighter) shade of it that
 * does. `against` lie all on one side, so that black or white is far enough from them.
 */
export function standingOut(
  colour: string,
  against: readonly string[],
  least: number,
  towards: 'darker' | 'lighter',
): string {
  const isEnough = (shade: string): boolean => against.every(other => contrast(shade, other) >= least);
  if (isEnough(colour)) return colour;
  const { l, c, h } = tone(colour);
  const step = towards === 'darker' ? -STEP : STEP;
  for (let at = l + step; at > 0 && at < 1; at += step) {
    const shade = fromTone(at, c, h);
    if (isEnough(shade)) return shade;
  }
  return towards === 'darker' ? '#000000' : '#ffffff';
}

/** What a colour looks like where so much of it (0 to 1) lies over another. */
export function over(colour: string, share: number, below: string): string {
  const { r: r1, g: g1, b: b1 } = rgb(colour);
  const { r: r2, g: g2, b: b2 } = rgb(below);
  const mixed = (a: number, b: number): number => a * share + b * (1 - share);
  return formatHex({ mode: 'rgb', r: mixed(r1, r2), g: mixed(g1, g2), b: mixed(b1, b2) });
}

const rgb = (colour: string): { r: number; g: number; b: number } => toRgb(parse(colour)!);
