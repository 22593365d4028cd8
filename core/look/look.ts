import { z } from 'zod';
import { Menu } from '../menu/menu.ts';
import { Colour } from './colour.ts';
import { drawnFaces, launcherGlyphs } from './drawn.ts';

const words = (most: number) => z.string().trim().max(most, `At most ${most} characters.`);
const pixels = (least: number, most: number) =>
  z.int('A whole number of pixels.').min(least, `At least ${least} pixels.`).max(most, `At most ${most} pixels.`);

/** A picture that was uploaded, by its address here. */
export const PictureAddress = z.string().regex(/^\/p\/[A-Za-z0-9_-]{22}$/, 'That is not the address of a picture.');

/** A face: one of those that are drawn, or a picture of one’s own. */
export const Face = z.union([
  z.strictObject({ drawn: z.enum(drawnFaces) }),
  z.strictObject({ picture: PictureAddress }),
]);
export type Face = z.infer<typeof Face>;

/** Where launcher and chat stand, and how large: sizes in CSS pixels. */
const Standing = z.strictObject({
  side: z.enum(['right', 'left']),
  /** From that side, and from the page’s lower edge. */
  edge: pixels(0, 400),
  up: pixels(0, 400),
  /** How high the launcher is; WCAG 2.2 asks for 24, a thumb for 44. */
  size: pixels(44, 80),
  /** How round the corners are. */
  corners: pixels(0, 40),
  /** How wide and high the chat is; null where it takes the whole screen. */
  chat: z.strictObject({ width: pixels(280, 640), height: pixels(360, 1_000) }).nullable(),
});
export type Standing = z.infer<typeof Standing>;

const Heading = words(60);
const VoiceName = words(40);

/** What a conversation led by one flow shows otherwise. */
const OfFlow = z.strictObject({
  flow: z.string().max(20),
  name: VoiceName.default(''),
  face: Face.nullable().default(null),
  heading: Heading.default(''),
});

const LINK = /^(https:\/\/\S+|\/\S*)$/;
/** A link to a page: of the site itself as `/privacy`, or with `https://`. */
const Link = z
  .string()
  .trim()
  .max(500)
  .refine(link => link === '' || LINK.test(link), 'A link begins with https:// or, for a page of the site, with /.');

/**
 * How the chat looks on a site, and how it speaks there. Every part has a default, so that a look kept before a part was
 * thought of is whole. Empty words stand for our own, in the language of the workspace.
 */
export const Look = z.strictObject({
  voice: z
    .strictObject({
      /** Else the name under which the flow speaks. */
      name: VoiceName.default(''),
      face: Face.nullable().default({ drawn: 'lamp' }),
    })
    .prefault({}),
  colour: z
    .strictObject({
      brand: Colour.default('#0e5a5f'),
      visitor: Colour.optional(),
      launcher: Colour.optional(),
      /** Light, dark, or as the visitor’s device is set. */
      scheme: z.enum(['light', 'dark', 'device']).default('light'),
    })
    .prefault({}),
  font: z.enum(['ours', 'page']).default('ours'),
  launcher: z
    .strictObject({
      shape: z.enum(['words', 'round', 'tab']).default('words'),
      words: words(40).default(''),
      picture: z.enum([...launcherGlyphs, 'face', 'none']).default('lines'),
    })
    .prefault({}),
  standing: z
    .strictObject({
      wide: Standing.default({
        side: 'right',
        edge: 26,
        up: 22,
        size: 44,
        corners: 14,
        chat: { width: 376, height: 604 },
      }),
      phone: Standing.default({ side: 'right', edge: 14, up: 14, size: 44, corners: 14, chat: null }),
    })
    .prefault({}),
  header: z
    .strictObject({
      ground: z.enum(['brand', 'paper', 'picture']).default('brand'),
      picture: PictureAddress.optional(),
      heading: Heading.default(''),
      beside: z.enum(['face', 'faces', 'logo', 'nothing']).default('face'),
      logo: PictureAddress.optional(),
      /** Beneath the heading; `{closing}` and `{opening}` stand for the times. */
      open: words(100).default(''),
      closed: words(100).default(''),
      waiting: words(100).default(''),
    })
    .prefault({}),
  /** How long lines take to come: nothing, as long as they take to read, or so many seconds each. */
  pace: z
    .union([
      z.strictObject({ by: z.enum(['at once', 'reading']) }),
      z.strictObject({
        by: z.literal('seconds'),
        seconds: z.number().min(0.2, 'At least 0.2 seconds.').max(8, 'At most 8 seconds.'),
      }),
    ])
    .default({ by: 'reading' }),
  sound: z.boolean().default(false),
  /** Where the chat shows stood here before a site’s reach said so; nothing looks at it any more. */
  shows: z.unknown().optional(),
  /** How it is said what becomes of what visitors write, and where more is said. */
  notice: z.strictObject({ words: words(200).default(''), link: Link.default('') }).prefault({}),
  /** What is said whichever flow leads. */
  replies: z
    .strictObject({
      notUnderstood: words(300).default(''),
      goodbye: words(300).default(''),
      emailCameBack: words(300).default(''),
    })
    .prefault({}),
  flows: z.array(OfFlow).max(100).default([]),
  /** What stands always at hand. */
  menu: Menu.default([]),
});
export type Look = z.infer<typeof Look>;

export const plainLook: Look = Look.parse({});

/** Every picture that a look shows. */
export function picturesOf({ voice, header, flows }: Look): string[] {
  const faces = [voice.face, ...flows.map(({ face }) => face)];
  return [
    ...faces.flatMap(face => (face && 'picture' in face ? [face.picture] : [])),
    ...(header.picture ? [header.picture] : []),
    ...(header.logo ? [header.logo] : []),
  ];
}
