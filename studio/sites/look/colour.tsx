import type { Look } from '@kineta/core';
import { type Adjusted, contrast, type Palette, paletteOf, type Scheme } from '@kineta/core';
import { Part } from '../row.tsx';
import { ChoiceRow, ColourRow } from './rows.tsx';

const ratio = (value: number): string => {
  // Rounded down: 4.49 is not 4.5.
  const digits = value < 10 ? 10 : 1;
  return `${(Math.floor(value * digits) / digits).toLocaleString('en')} : 1`;
};

const shades: ReadonlyArray<{ name: string; words: keyof Palette; ground: keyof Palette }> = [
  { name: 'Head', words: 'onHeader', ground: 'header' },
  { name: 'Voice', words: 'voice', ground: 'sheet' },
  { name: 'Visitor', words: 'onVisitor', ground: 'visitor' },
  { name: 'Launcher', words: 'onLauncher', ground: 'launcher' },
];

const whose: Record<Adjusted['part'], string> = {
  header: 'The head',
  voice: 'The name of who speaks',
  visitor: 'The visitor’s side',
  launcher: 'The launcher',
};

function sentenceOf({ part, asked, made, had, needed }: Adjusted): string {
  const where = part === 'launcher' ? 'on the page' : 'in the chat';
  return `${whose[part]} is ${made}, a shade of your ${asked}: that would have stood out ${where} by ${ratio(had)}, and ${ratio(needed)} is the least that people need to see it.`;
}

/** The colours: all of them from the brand’s, with what had to be changed so that everybody can read them. */
export function Colour({ look }: { look: Look }) {
  const schemes: Scheme[] = look.colour.scheme === 'device' ? ['light', 'dark'] : [look.colour.scheme];
  const of = { light: paletteOf(look.colour, 'light'), dark: paletteOf(look.colour, 'dark') };
  const adjusted = schemes.flatMap(scheme =>
    of[scheme].adjusted.map(
      note => `${sentenceOf(note)}${schemes.length > 1 && scheme === 'dark' ? ' So at night.' : ''}`,
    ),
  );
  return (
    <Part name="Colour">
      <ColourRow label="The brand’s" at={['colour', 'brand']} />
      <ul aria-label="Contrast" className="grid grid-cols-4 gap-1.5 py-1">
        {shades.map(({ name, words, ground }) => {
          const { palette } = of[schemes[0]!];
          return (
            <li
              key={name}
              className="rounded-md border border-rule px-2 py-1 text-xs"
              style={{ background: palette[ground], color: palette[words] }}
            >
              {name}
              <span className="block font-mono">{ratio(contrast(palette[words], palette[ground]))}</span>
            </li>
          );
        })}
      </ul>
      {adjusted.map(sentence => (
        <p key={sentence} className="font-script text-[0.875rem] text-ink-2 italic">
          {sentence}
        </p>
      ))}
      <ColourRow label="Visitor’s" at={['colour', 'visitor']} own={of.light.palette.visitor} />
      <ColourRow label="Launcher’s" at={['colour', 'launcher']} own={of.light.palette.launcher} />
      <ChoiceRow
        label="Scheme"
        at={['colour', 'scheme']}
        choices={[
          ['light', 'Light'],
          ['dark', 'Dark'],
          ['device', 'As the visitor’s device is set'],
        ]}
      />
    </Part>
  );
}
