/** `./kineta bench [NAME] [--json]`: the benchmarks, each beside the reference that it is held against. */
import { chat } from './chat.ts';
import { large } from './large.ts';
import { opening } from './opening.ts';
import { play } from './play.ts';
import type { Result } from './result.ts';
import { widget } from './widget.ts';
import { write } from './write.ts';

const benches: Record<string, () => Promise<Result[]> | Result[]> = { play, chat, widget, write, opening, large };
const words = process.argv.slice(2);
const json = words.includes('--json');
const wished = words.filter(word => !word.startsWith('--'));
const unknown = wished.find(name => !benches[name]);
if (unknown !== undefined) {
  console.error(`There is no benchmark “${unknown}”. There are: ${Object.keys(benches).join(', ')}.`);
  process.exit(2);
}
const results: Result[] = [];
for (const [name, run] of Object.entries(benches)) {
  if (wished.length > 0 && !wished.includes(name)) continue;
  const found = await run();
  results.push(...found);
  if (!json)
    for (const figure of found)
      console.log(
        `${figure.holds ? 'holds' : 'FAILS'}  ${figure.name}: ${figure.value.toLocaleString('en')} ${figure.unit}` +
          ` (${figure.reference}: ${figure.referenceValue.toLocaleString('en')}, ratio ${figure.ratio}; ${figure.bound})`,
      );
}
if (json) console.log(JSON.stringify(results, null, 2));
process.exit(results.every(figure => figure.holds) ? 0 : 1);
