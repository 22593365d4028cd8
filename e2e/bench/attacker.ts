/** `attacker.js NAME`: one attack in a process of its own, until its input ends; then it says how it went. */
import { attacks, type Tally, type Target } from './attacks.ts';

const name = process.argv[2] ?? '';
const target = JSON.parse(process.env.TARGET ?? '{}') as Target;
const tally: Tally = { tried: 0, through: 0 };
let going = true;
process.stdin.resume();
// What is being tried when it ends may take long, and is not waited for.
const ended = new Promise(resolve =>
  process.stdin.once('end', () => {
    going = false;
    setTimeout(resolve, 2_000);
  }),
);
console.log('1');
await Promise.race([attacks[name]!(target, tally, () => going).catch(error => console.error(name, error)), ended]);
console.log(JSON.stringify(tally));
process.exit(0);
