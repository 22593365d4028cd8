import { availableParallelism } from 'node:os';
import { questionRoutes } from '@kineta/contract';
import type { Area } from '../house/area.ts';
import type { House } from '../house/house.ts';
import { inParts } from '../house/person.ts';
import { ProblemError } from '../http/problem.ts';
import { serve } from '../http/serve.ts';
import { Allowance } from '../limits/allowance.ts';
import { Answers } from './answers.ts';
import { asking, foundFor } from './asking.ts';
import { ArticleBook } from './book.ts';
import { Bringing } from './bringing.ts';
import { ArticleDoubts } from './doubts.ts';
import { Examples } from './examples.ts';
import { Gaps } from './gaps.ts';
import { askedListener } from './listener.ts';
import { Load } from './load.ts';
import {
  articles,
  articleVersions,
  askedQuestions,
  helpPages,
  helpSites,
  meanings,
  questionExamples,
} from './model.ts';
import { listedBeside, listedFor, named, readableBy, startBehind } from './often.ts';
import { Outside } from './outside/outside.ts';
import { proposed } from './proposed/proposed.ts';
import { readingSites, SiteReading } from './sites/reading.ts';
import { Thread } from './thread/thread.ts';
import { writtenOut } from './written-out.ts';

/** On so many threads many texts are read at a time. */
const MOST_READERS = 2;
const HASTY = 'That were many questions at once. Please try again in a moment.';

interface Parts {
  house: House;
  book: ArticleBook;
  answers: Answers;
  outside: Outside;
  bringing: Bringing;
  examples: Examples;
  gaps: Gaps;
  doubts: ArticleDoubts;
  sites: SiteReading;
  load: Load;
  threads: readonly Thread[];
}
const made = new WeakMap<House, Parts>();

function partsOf(house: House): Parts {
  const known = made.get(house);
  if (known) return known;
  const book = new ArticleBook(house);
  const finding = new Thread(house.logger);
  // A document that takes long to be read keeps nobody from being answered.
  const reading = new Thread(house.logger, { isPatient: false });
  const readers = Array.from(
    { length: Math.min(MOST_READERS, availableParallelism()) },
    () => new Thread(house.logger),
  );
  const load = new Load();
  const answers = new Answers(house, book, finding, readers, load);
  const bringing = new Bringing(house, book, answers, reading);
  const parts = {
    house,
    book,
    answers,
    outside: new Outside(house.ports, given => answers.judge(given)),
    bringing,
    examples: new Examples(house, book, answers),
    gaps: new Gaps(house, book, answers),
    doubts: new ArticleDoubts(house, book, answers),
    sites: new SiteReading(house, html => bringing.partsOf(html)),
    load,
    threads: [finding, reading, ...readers],
  };
  made.set(house, parts);
  return parts;
}

/** What is found for a visitor; nothing where that fails: nobody’s chat stands still, or does not open, for want of an answer. */
async function orNothing<T>({ logger }: House, nothing: T, look: () => Promise<T>): Promise<T> {
  try {
    return await look();
  } catch (error) {
    logger.error({ err: error }, 'answers could not be looked for');
    return nothing;
  }
}

/** Common questions: what they are answered by, and what is found for one. */
export const questions: Area = {
  name: 'questions',
  tables: [articles, articleVersions, askedQuestions, questionExamples, meanings, helpSites, helpPages],
  offers: house => ({
    questions: {
      found: (workspace, asks, from, thread) =>
        orNothing(house, undefined, () => foundFor(partsOf(house), workspace, asks, from, thread)),
      listed: (workspace, asker) =>
        orNothing(house, [], async () => (await listedFor(house, partsOf(house).answers, workspace, asker)).map(named)),
      readable: async (workspace, asker, reads) => readableBy(partsOf(house), workspace, asker, reads),
      startBehind: (workspace, asker, button) =>
        orNothing(house, undefined, () => startBehind(partsOf(house), workspace, asker, button)),
    },
  }),
  listeners: house => [askedListener(house)],
  duties: house => [readingSites(partsOf(house).sites)],
  personal: ({ tables }) => ({
    tell: ({ workspace, conversations }) => [
      {
        name: 'questions asked',
        rows: inParts(conversations, conversationId =>
          tables.in(workspace).of(askedQuestions).all({ conversationId }, { by: 'number' }),
        ),
      },
    ],
    async erase({ workspace, conversations }, transaction) {
      if (conversations.length > 0)
        await tables
          .in(workspace)
          .of(askedQuestions)
          .remove({ conversationId: [...conversations] }, { transaction });
    },
  }),
  doors(doors, house) {
    const { book, bringing, answers, examples, gaps, doubts, sites } = partsOf(house);
    const asks = new Allowance('questions tried', { times: 120, seconds: 60 }, HASTY, house.wire.counters);
    // Each may take the thread for seconds.
    const changes = new Allowance('answers tried', { times: 30, seconds: 60 }, HASTY, house.wire.counters);
    const documents = new Allowance('documents', { times: 20, seconds: 60 }, HASTY, house.wire.counters);
    const outsideTries = new Allowance('answers outside tried', { times: 30, seconds: 60 }, HASTY, house.wire.counters);
    serve(doors, questionRoutes.list, async (_, me) => ({ articles: await book.list(me.workspace) }));
    serve(doors, questionRoutes.add, ({ body }, me) => book.add(me, body));
    serve(doors, questionRoutes.listedThere, ({ body }, me) => listedBeside(house, answers, me.workspace, body));
    serve(doors, questionRoutes.ask, async ({ body }, me) => {
      await asks.spend(me.id);
      if (body.outside) await outsideTries.spend(me.workspace);
      return asking(partsOf(house), me.workspace, body);
    });
    serve(doors, questionRoutes.examples, (_, me) => examples.all(me.workspace));
    serve(doors, questionRoutes.keepExample, async ({ body: { asked, before, article } }, me) => {
      await examples.keep(me.workspace, asked, before, article);
      return { ok: true as const };
    });
    serve(doors, questionRoutes.leaveExample, async ({ params }, me) => {
      await examples.leave(me.workspace, params.id);
      return { ok: true as const };
    });
    serve(doors, questionRoutes.wouldChange, async ({ body }, me) => {
      await changes.spend(me.id);
      return examples.with(me.workspace, body);
    });
    serve(doors, questionRoutes.setSure, async ({ body }, me) => {
      await house.ports.directories.change(me.workspace, { sure: body });
      return { ok: true as const };
    });
    serve(doors, questionRoutes.sites, async (_, me) => ({ sites: await sites.all(me.workspace) }));
    serve(doors, questionRoutes.beginSite, async ({ body: { address, everyDays } }, me) => {
      await documents.spend(me.workspace);
      return sites.begin(me.workspace, address, everyDays);
    });
    serve(doors, questionRoutes.siteOften, ({ params, body }, me) =>
      sites.often(me.workspace, params.id, body.everyDays),
    );
    serve(doors, questionRoutes.readSiteAgain, async ({ params }, me) => {
      await documents.spend(me.workspace);
      return sites.again(me.workspace, params.id);
    });
    serve(doors, questionRoutes.stopSite, ({ params }, me) => sites.stop(me.workspace, params.id));
    serve(doors, questionRoutes.leaveSite, async ({ params }, me) => {
      await sites.leave(me.workspace, params.id);
      return { ok: true as const };
    });
    serve(doors, questionRoutes.siteFound, async ({ params }, me) => {
      const { address } = await sites.one(me.workspace, params.id);
      const found = await bringing.beside(me.workspace, await sites.found(me.workspace, params.id));
      return { source: new URL(address).host, ...found };
    });
    serve(doors, questionRoutes.doubts, (_, me) => doubts.all(me.workspace));
    serve(doors, questionRoutes.flows, async (_, me) => ({
      flows: (await house.ports.flows.live(me.workspace)).map(({ id, name, scenes }) => ({
        id,
        name,
        scenes: [...scenes],
      })),
    }));
    serve(doors, questionRoutes.synonyms, async (_, me) => ({
      groups: (await house.ports.directories.of(me.workspace)).workspace.synonyms ?? [],
    }));
    serve(doors, questionRoutes.setSynonyms, async ({ body: { groups } }, me) => {
      await book.readBy(me.workspace, groups);
      return { ok: true as const };
    });
    serve(doors, questionRoutes.answered, async ({ body }, me) => {
      await asks.spend(me.id);
      await gaps.teach(me.workspace, body);
      return { ok: true as const };
    });
    serve(doors, questionRoutes.gaps, (_, me) => gaps.all(me.workspace));
    serve(doors, questionRoutes.wordGap, async ({ body }, me) => {
      await gaps.word(me, body.article, body.places);
      return { ok: true as const };
    });
    serve(doors, questionRoutes.draftGap, async ({ body }, me) => ({ id: await gaps.draft(me, body.places) }));
    serve(doors, questionRoutes.dismissGap, async ({ body }, me) => {
      await gaps.dismiss(me.workspace, body.places);
      return { ok: true as const };
    });
    serve(doors, questionRoutes.read, async ({ request, query }, me) => {
      if (!Buffer.isBuffer(request.body)) throw new ProblemError('wrong_file', 'Choose a document to bring in.');
      await documents.spend(me.workspace);
      return bringing.read(me.workspace, query.name, request.body);
    });
    serve(doors, questionRoutes.readPage, async ({ body }, me) => {
      await documents.spend(me.workspace);
      return bringing.readPage(me.workspace, body.address);
    });
    serve(doors, questionRoutes.writtenOut, async ({ params: { as }, response }, me) => {
      const { ending, write } = writtenOut[as];
      response.attachment(`answers.${ending}`);
      // What only begins a flow answers nothing elsewhere.
      return write((await book.said(me.workspace)).flatMap(({ kept }) => (kept.answer === '' ? [] : [kept])));
    });
    serve(doors, questionRoutes.take, ({ body }, me) => book.bring(me, body));
    serve(doors, questionRoutes.propose, async ({ body }, me) => ({
      fresh: await book.takeIn(me, proposed[body.business]),
    }));
    serve(doors, questionRoutes.order, async ({ body }, me) => {
      await book.order(me.workspace, body.ids);
      return { ok: true as const };
    });
    serve(doors, questionRoutes.several, async ({ body }, me) => ({
      changed: await book.several(me, body.ids, body.done),
    }));
    serve(doors, questionRoutes.join, ({ body }, me) => book.join(me, body.id, body.other));
    serve(doors, questionRoutes.one, ({ params }, me) => book.one(me.workspace, params.id));
    serve(doors, questionRoutes.change, ({ params, body }, me) => book.write(me, params.id, body.article, body.number));
    serve(doors, questionRoutes.history, async ({ params }, me) => ({
      versions: await book.history(me.workspace, params.id),
    }));
  },
  keeps: ({ tables }) => [
    {
      name: 'answers that were removed',
      days: 30,
      clear: (before, most) => tables.everywhere(articles).remove({ removedAt: { before } }, { most }),
    },
    {
      name: 'how answers were written before',
      days: 730,
      clear: (before, most) => tables.everywhere(articleVersions).remove({ at: { before } }, { most }),
    },
    {
      name: 'what visitors asked',
      days: 365,
      clear: (before, most) => tables.everywhere(askedQuestions).remove({ at: { before } }, { most }),
    },
    {
      name: 'what texts of answers mean',
      days: 180,
      clear: (before, most) => tables.everywhere(meanings).remove({ at: { before } }, { most }),
    },
  ],
  close: async house => {
    const { load, threads } = partsOf(house);
    load.close();
    await Promise.all(threads.map(thread => thread.close()));
  },
};
