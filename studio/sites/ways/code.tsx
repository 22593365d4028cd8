import { useMemo } from 'react';
import { encode } from 'uqr';
import { Button } from '../../ui/button.tsx';

/** So many pixels a square of it has as a picture, so that it can be printed. */
const SQUARE = 12;
/** White around it, in squares, without which cameras do not find it (ISO/IEC 18004). */
const QUIET = 4;

type Squares = boolean[][];

const squaresOf = (text: string): Squares => encode(text, { ecc: 'M', border: QUIET }).data;

function svgOf(squares: Squares): string {
  const dark = squares.flatMap((row, y) => row.flatMap((isDark, x) => (isDark ? [`M${x} ${y}h1v1h-1z`] : []))).join('');
  const size = squares.length;
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${size} ${size}" shape-rendering="crispEdges"><path fill="#fff" d="M0 0h${size}v${size}H0z"/><path d="${dark}"/></svg>`;
}

async function pngOf(squares: Squares): Promise<Blob | null> {
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = squares.length * SQUARE;
  const context = canvas.getContext('2d')!;
  context.fillStyle = '#fff';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.fillStyle = '#000';
  for (const [y, row] of squares.entries())
    for (const [x, isDark] of row.entries()) if (isDark) context.fillRect(x * SQUARE, y * SQUARE, SQUARE, SQUARE);
  return new Promise(resolve => canvas.toBlob(resolve, 'image/png'));
}

function save(content: Blob, name: string): void {
  const url = URL.createObjectURL(content);
  const link = Object.assign(document.createElement('a'), { href: url, download: name });
  link.click();
  URL.revokeObjectURL(url);
}

/** A link as a code that phones scan, to be saved and printed. @param name of the file that it is saved as, without its ending */
export function Code({ link, name }: { link: string; name: string }) {
  const squares = useMemo(() => squaresOf(link), [link]);
  const svg = useMemo(() => svgOf(squares), [squares]);
  return (
    <figure className="w-44 shrink-0">
      <img
        className="w-full rounded-md border border-rule bg-white"
        alt={`Code that leads to ${link}`}
        src={`data:image/svg+xml,${encodeURIComponent(svg)}`}
      />
      <figcaption className="mt-2 flex justify-center gap-2">
        <Button onClick={() => save(new Blob([svg], { type: 'image/svg+xml' }), `${name}.svg`)}>
          SVG<span className="sr-only"> of the code</span>
        </Button>
        <Button onClick={async () => save((await pngOf(squares))!, `${name}.png`)}>
          PNG<span className="sr-only"> of the code</span>
        </Button>
      </figcaption>
    </figure>
  );
}
