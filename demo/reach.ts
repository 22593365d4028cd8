import { type Cue, dice, LAST, Reach, withBelow } from '@kineta/core';
import { cueDays, flowTables, reachArrivals, reaches, type Tables } from '@kineta/server';
import { flowIn } from './business.ts';

/** The other flows of Brackenrow, by their files, with whom each meets; the first that fits is met. */
export const others: ReadonlyArray<
  Omit<Cue, 'flow' | 'on' | 'unfinished'> & { file: string; unfinished?: Cue['unfinished'] }
> = [
  {
    id: 'letter',
    file: 'yearly-letter',
    fits: { reference: 'letter-26' },
    appears: { how: 'open' },
    unfinished: 'begins',
  },
  {
    id: 'help',
    file: 'help-answers',
    fits: { pages: { on: [withBelow('/help')], off: [] } },
    appears: { how: 'nothing' },
  },
  {
    id: 'back',
    file: 'welcome-back',
    fits: { known: true, after: 5, often: 7 },
    appears: {
      how: 'line',
      line: 'Shall we go on, {first name|where we were}?',
      replies: ['Book a survey', 'I have a question'],
    },
  },
  {
    id: 'price',
    file: 'price-a-heat-pump',
    fits: { pages: { on: [withBelow('/heat-pumps')], off: [] }, visits: { is: 'first' }, read: 50, after: 5 },
    appears: { how: 'line', line: 'Six questions, and you know your price.', replies: [] },
  },
  {
    id: 'closed',
    file: 'out-of-hours',
    fits: { onlyIf: { all: [{ fact: 'Sales open', is: 'is', value: false }] } },
    appears: { how: 'nothing' },
  },
];

/** How often each was met on a day, appeared, and was taken up, of a hundred. */
const days: Readonly<Record<string, readonly [met: number, appeared: number, taken: number]>> = {
  letter: [7, 100, 70],
  help: [63, 0, 17],
  back: [13, 80, 34],
  price: [75, 61, 18],
  closed: [50, 0, 6],
  [LAST]: [104, 55, 11],
};
const COUNTED = 30;
/** So many who came on a day are kept, and on which pages they came. */
const KEPT = 24;
const pagesSeen = [
  '/',
  '/',
  '/heat-pumps',
  '/heat-pumps',
  '/heat-pumps/costs',
  '/batteries',
  '/insulation',
  '/help',
  '/book-a-survey',
];
const DAY = 86_400_000;

/** The other flows with their editions, whom each meets, and how often that was so lately. */
export async function loadReach(
  tables: Tables,
  {
    workspace,
    site,
    lead,
    root,
    now,
    since,
  }: { workspace: string; site: string; lead: string; root: string; now: number; since: Date },
): Promise<void> {
  const rows = tables.in(workspace);
  const cues: Cue[] = [];
  for (const { file, ...cue } of others) {
    const flow = flowIn(root, file);
    const id = await rows.of(flowTables.flows).add({
      name: flow.name,
      draft: flow,
      revision: 1,
      changes: 0,
      createdAt: since,
      updatedAt: since,
      updatedBy: lead,
    });
    const edition = await rows
      .of(flowTables.editions)
      .add({ flowId: id, number: 1, content: flow, publishedAt: since, publishedBy: lead });
    await rows.of(flowTables.flows).change({ editionId: edition }, { id });
    cues.push({ unfinished: 'goes on', ...cue, flow: id, on: true });
  }
  const reach = Reach.parse({ cues, last: { fits: { after: 20, often: 7 }, appears: { how: 'mark' } } });
  await rows.of(reaches).add({ siteId: site, reach, number: 1 });
  await rows.of(reachArrivals).addAll(
    Array.from({ length: COUNTED * KEPT }, (_, number) => {
      const throwDice = dice(number * 17 + 3);
      const ago = Math.floor(number / KEPT);
      // By day more than by night.
      const at = new Date(now - ago * DAY - Math.floor((throwDice() + throwDice()) * 0.5 * DAY));
      const page = pagesSeen[Math.floor(throwDice() * pagesSeen.length)]!;
      const visits = throwDice() < 0.6 ? 1 : 2 + Math.floor(throwDice() * 4);
      return {
        siteId: site,
        day: at.toISOString().slice(0, 10),
        slot: number % 100,
        at,
        came: {
          page: `https://www.brackenrow.example${page}${throwDice() < 0.05 ? '?kineta=letter-26' : ''}`,
          device: throwDice() < 0.45 ? ('phone' as const) : ('computer' as const),
          language: 'en-GB',
          referrer: '',
          visits,
          ...(visits > 1 ? { daysAway: Math.floor(throwDice() * 20) } : {}),
          lot: throwDice(),
          isKnown: visits > 1 && throwDice() < 0.3,
        },
      };
    }),
  );
  await rows.of(cueDays).addAll(
    Array.from({ length: COUNTED }, (_, ago) => new Date(now - ago * DAY).toISOString().slice(0, 10)).flatMap(
      (day, at) =>
        Object.entries(days).map(([cue, [usual, appears, takes]]) => {
          const met = Math.max(1, Math.round(usual * (0.7 + 0.6 * dice(at * 31 + cue.length)())));
          return {
            siteId: site,
            cue,
            day,
            met,
            appeared: Math.round((met * appears) / 100),
            taken: Math.round((met * takes) / 100),
          };
        }),
    ),
  );
}
