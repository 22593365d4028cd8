/**
 * `./kineta bench [NAME] [--json]`: the benchmarks, each beside the reference that it is held against.
 * `./kineta bench --beside CHECKOUT`: the chat beside that of another built checkout.
 * `./kineta bench chat --processes N`: the chat in several processes beside that in one.
 * `./kineta kills [MINUTES]`: what becomes of what was acknowledged while everything is killed again and again.
 */
import { parseArgs } from 'node:util';
import { attack } from './attack.ts';
import { beside } from './beside.ts';
import { chat } from './chat.ts';
import { clockwork } from './clockwork.ts';
import { joinedChat } from './joined.ts';
import { kills } from './kills.ts';
import { large } from './large.ts';
import { opening } from './opening.ts';
import { play } from './play.ts';
import { questions } from './questions.ts';
import { reach } from './reach.ts';
import type { Result } from './result.ts';
import { routing } from './routing.ts';
import { site } from './site.ts';
import { stolenFromHere } from './stolen.ts';
import { visiting } from './visit.ts';
import { widget } from './widget.ts';
import { write } from './write.ts';

const benches: Record<string, () => Promise<Result[]> | Result[]> = {
  play,
  chat,
  widget,
  visit: visiting,
  write,
  opening,
  large,
  site,
  routing,
  reach,
};
/** Only when they are asked for: the inbox is measured where all is large; of the others, what they measure depends on how many processors the attackers, or the processes, have. */
const named: typeof benches = { ...benches, attack, clockwork, inbox: large, questions };
const { values: options, positionals: wished } = parseArgs({
  allowPositionals: true,
  options: { json: { type: 'boolean' }, beside: { type: 'string' }, processes: { type: 'string' } },
});
if (wished[0] === 'kills') {
  const minutes = Number(wished[1] ?? 5);
  if (!(minutes > 0)) {
    console.error('Please say for how many minutes: ./kineta kills 5');
    process.exit(2);
  }
  process.exit((await kills(minutes)) ? 0 : 1);
}
const processes = options.processes === undefined ? undefined : Number(options.processes);
if (processes !== undefined && (!Number.isInteger(processes) || processes < 2 || processes > 8)) {
  console.error('Please say how many processes, from 2 to 8: ./kineta bench chat --processes 2');
  process.exit(2);
}
const unknown = wished.find(name => !Object.hasOwn(named, name));
if (unknown !== undefined) {
  console.error(`There is no benchmark “${unknown}”. There are: ${Object.keys(named).join(', ')}.`);
  process.exit(2);
}
const results: Result[] = [];
const other = options.beside;

/** What was asked for: one of the comparisons, some by their names, or all. */
function meant(): ReadonlyArray<() => Promise<Result[]> | Result[]> {
  if (processes !== undefined) return [() => joinedChat(processes)];
  if (other !== undefined) return [() => beside(other)];
  return wished.length === 0 ? Object.values(benches) : wished.flatMap(name => named[name] ?? []);
}

/** From so much on figures tell more of the host than of Kineta. */
const MUCH_STOLEN = 0.05;
for (const run of meant()) {
  const stolen = stolenFromHere();
  const found = await run();
  const share = stolen() ?? 0;
  if (share >= MUCH_STOLEN)
    console.error(
      `${Math.round(share * 100)}% of the processors’ time was given to other machines meanwhile: these figures say little.`,
    );
  results.push(...found);
  if (!options.json)
    for (const figure of found)
      console.log(
        `${figure.holds ? 'holds' : 'FAILS'}  ${figure.name}: ${figure.value.toLocaleString('en')} ${figure.unit}` +
          ` (${figure.reference}: ${figure.referenceValue.toLocaleString('en')}, ratio ${figure.ratio}; ${figure.bound})`,
      );
}
if (options.json) console.log(JSON.stringify(results, null, 2));
process.exit(results.every(figure => figure.holds) ? 0 : 1);
