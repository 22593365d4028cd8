import { type BroughtPart, questionRoutes, type SeveralDone } from '@kineta/contract';
import { blankArticle, type KeptArticle } from '@kineta/core';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import type { RunningServer } from '../server.ts';
import { Browser, emptyDatabase, makeWorkspace, testServer, type Workspace } from '../tests/kineta.ts';
import { meanings } from './model.ts';

/** How long it may take to read a few texts on a machine that does much else, and how often it is asked whether they are. */
const READ = { timeout: 60_000, interval: 1_000 };
const READS_TWICE = 150_000;

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let agent: Browser;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'questions');
  lead = await new Browser(server).signIn(workspace.lead);
  agent = await new Browser(server).signIn(workspace.agent);
});
afterAll(() => server.close());

const article = (question: string, answer: string, more: Partial<KeptArticle> = {}): KeptArticle => ({
  ...blankArticle,
  question,
  answer,
  ...more,
});
const add = async (question: string, answer: string, more?: Partial<KeptArticle>) => {
  const { reply, problem } = await lead.call(questionRoutes.add, { body: article(question, answer, more) });
  expect(problem).toBeUndefined();
  return reply;
};
const list = async (who = lead) => (await who.call(questionRoutes.list, {})).reply.articles;
const questions = async () => (await list()).map(({ question }) => question);
const ask = async (text: string, more: { page?: string; before?: string[] } = {}, who = lead) =>
  (await who.call(questionRoutes.ask, { body: { text, ...more } })).reply;

describe('what questions are answered by', () => {
  test('is a lead’s to write, and anybody’s to read', async () => {
    const { id } = await add('What does a boat trip cost?', '£18, and half for those under twelve.', { listed: true });
    expect((await agent.call(questionRoutes.add, { body: article('Q?', 'A.') })).problem.code).toBe('not_allowed');
    const body = { article: article('Q?', 'A.'), number: 1 };
    expect((await agent.call(questionRoutes.change, { params: { id }, body })).problem.code).toBe('not_allowed');
    expect((await list(agent)).map(({ question }) => question)).toEqual(['What does a boat trip cost?']);
    const nothing = await lead.call(questionRoutes.add, { body: article(' ', '') });
    expect(nothing.problem.fields?.map(({ message }) => message)).toEqual([
      'It needs a question.',
      'It needs an answer.',
    ]);
  });

  test('is not written over what somebody else wrote meanwhile, and tells how it was before', async () => {
    const { id, number } = await add('May I bring my dog?', 'No.');
    const write = (answer: string, at: number) =>
      lead.call(questionRoutes.change, {
        params: { id },
        body: { article: article('May I bring my dog?', answer), number: at },
      });
    expect((await write('On a lead.', number)).reply).toMatchObject({ number: 2, article: { answer: 'On a lead.' } });
    expect((await write('Never.', number)).problem.code).toBe('article_changed');
    const { versions } = (await agent.call(questionRoutes.history, { params: { id } })).reply;
    expect(versions.map(({ number: at, article: was, by }) => [at, was.answer, by])).toEqual([
      [2, 'On a lead.', expect.any(String)],
      [1, 'No.', expect.any(String)],
    ]);
  });

  test('is changed several at once, removed, and had back', async () => {
    const ids = [(await add('One?', '1.')).id, (await add('Two?', '2.', { draft: true })).id];
    const several = async (done: SeveralDone) =>
      (await lead.call(questionRoutes.several, { body: { ids, done } })).reply.changed;
    expect(await several({ what: 'approve' })).toBe(1);
    expect(await several({ what: 'tag', tag: 'numbers' })).toBe(2);
    expect(await several({ what: 'tag', tag: 'numbers' })).toBe(0);
    expect((await list()).filter(({ tags }) => tags.includes('numbers'))).toHaveLength(2);
    expect(await several({ what: 'untag', tag: 'numbers' })).toBe(2);
    expect(await several({ what: 'list', listed: true })).toBe(2);
    expect(await several({ what: 'remove' })).toBe(2);
    expect(await questions()).not.toContain('One?');
    expect((await lead.call(questionRoutes.one, { params: { id: ids[0]! } })).status).toBe(404);
    expect(await several({ what: 'restore' })).toBe(2);
    expect(await questions()).toContain('One?');
    expect(await several({ what: 'remove' })).toBe(2);
  });

  test('stands in the order that it is put in, the listed first', async () => {
    const first = (await list())[0]!;
    const [a, b] = [await add('A?', 'a', { listed: true }), await add('B?', 'b', { listed: true })];
    await lead.call(questionRoutes.order, { body: { ids: [b.id, a.id, '999999', first.id] } });
    expect((await questions()).slice(0, 3)).toEqual(['B?', 'A?', 'What does a boat trip cost?']);
    await lead.call(questionRoutes.several, { body: { ids: [a.id, b.id], done: { what: 'remove' } } });
  });

  test('is told of where it contradicts another', async () => {
    await add('What does the ferry cost?', 'It costs £18.');
    const { id: other } = await add('How much does the ferry cost?', 'It is £20 now.');
    const { contradictions, unused } = (await lead.call(questionRoutes.doubts, {})).reply;
    expect(contradictions).toMatchObject([{ other: { id: other }, says: ['£18', '£20'] }]);
    expect(unused).toEqual([]);
    await lead.call(questionRoutes.several, { body: { ids: [other], done: { what: 'remove' } } });
    expect((await lead.call(questionRoutes.doubts, {})).reply.contradictions).toEqual([]);
    expect((await agent.call(questionRoutes.doubts, {})).status).toBe(403);
  });

  test('is made one of two, which is asked by all that both were', async () => {
    const [one, other] = [await add('Toilets?', 'Below.'), await add('Is there a loo?', 'Yes.', { wordings: ['wc'] })];
    const joined = await lead.call(questionRoutes.join, { body: { id: one.id, other: other.id } });
    expect(joined.reply.article).toMatchObject({ answer: 'Below.', wordings: ['Is there a loo?', 'wc'] });
    expect((await lead.call(questionRoutes.join, { body: { id: one.id, other: one.id } })).problem.code).toBe(
      'invalid_request',
    );
    expect(await questions()).not.toContain('Is there a loo?');
  });

  test('is proposed by the kind of business, once, and nobody is told before a lead says yes', async () => {
    const propose = async () => (await lead.call(questionRoutes.propose, { body: { business: 'shop' } })).reply.fresh;
    expect(await propose()).toBeGreaterThan(10);
    expect(await propose()).toBe(0);
    const drafts = (await list()).filter(({ draft }) => draft);
    expect(drafts.every(({ begins }) => begins !== '')).toBe(true);
    expect((await ask('where is my parcel')).found.map(({ id }) => id)).not.toContain(drafts[0]!.id);
    const ids = drafts.map(({ id }) => id);
    const several = (what: 'approve' | 'remove') =>
      lead.call(questionRoutes.several, { body: { ids, done: { what } } });
    // They have places that are still to be written.
    expect((await several('approve')).reply.changed).toBe(0);
    await several('remove');
  });
});

describe('a document', () => {
  const read = async (name: string, content: string | Buffer, who = lead) => {
    const response = await who.request('POST', `${questionRoutes.read.path}?name=${name}`, new Blob([content]), {
      'content-type': 'application/octet-stream',
    });
    return (await response.json()) as { parts: BroughtPart[]; left: number; detail: string; code: string };
  };
  test('is told of beside what is known, and counts once it is taken in', async () => {
    const known = await add('Is there a café?', 'No.');
    await add('Do you have blankets?', 'One for each guest.');
    const html =
      '<h2>Is there a café?</h2><p>On the <b>upper</b> deck.</p><h2>Do you have blankets?</h2><p>One for each guest.</p><h2>Who built the boats?</h2><p>We did.</p>';
    const { parts } = await read('help.html', html);
    expect(parts.map(({ question, state }) => [question, state])).toEqual([
      ['Is there a café?', 'changed'],
      ['Do you have blankets?', 'same'],
      ['Who built the boats?', expect.stringMatching(/new|like/)],
    ]);
    expect(parts[0]!.article).toEqual({ id: known.id, question: 'Is there a café?', answer: 'No.' });
    expect(await questions()).not.toContain('Who built the boats?');
    const taken = [
      { id: known.id, question: 'Is there a café?', answer: parts[0]!.answer },
      { id: null, question: 'Who built the boats?', answer: 'We did.' },
    ];
    const { reply } = await lead.call(questionRoutes.take, { body: { source: 'help.html', parts: taken } });
    expect(reply).toEqual({ fresh: 1, changed: 1, gone: 0 });
    const { article, number } = (await lead.call(questionRoutes.one, { params: { id: known.id } })).reply;
    expect([article.answer, article.source, number]).toEqual(['On the **upper** deck.', 'help.html', 2]);
    expect((await list()).find(({ question }) => question === 'Who built the boats?')).toMatchObject({
      source: 'help.html',
      draft: false,
    });
  });
  test('that cannot be read says why, and is a lead’s to bring in', async () => {
    expect(await read('x.pdf', '%PDF-1.4')).toMatchObject({
      code: 'wrong_file',
      detail: expect.stringMatching(/damaged/),
    });
    expect(await read('x.html', '', agent)).toMatchObject({ code: 'not_allowed' });
    expect(await read('x.html', Buffer.alloc(22 * 1_048_576))).toMatchObject({ code: 'too_large' });
    const { parts } = await read('x.html', '<p onclick="alert(1)">So.<script>alert(1)</script></p>');
    expect(JSON.stringify(parts)).not.toContain('alert');
  });
});

describe('a page of the sites', () => {
  test('is told of beside what was from there, of which that is removed which is there no more', async () => {
    const { sites } = server.house.ports;
    const { page } = sites;
    const html = '<main><h2>Is there a swing?</h2><p>By the mast.</p><h2>Who may steer?</h2><p>The captain.</p></main>';
    sites.page = async (_, address) =>
      address.startsWith('https://boats')
        ? { url: new URL(address), html, policies: [] }
        : { code: 'domain not allowed', about: new URL(address).host };
    try {
      await add('Is there a slide?', 'At the stern.', { source: '/toys' });
      await add('Who may steer?', 'Nobody.', { source: '/toys' });
      const other = await add('Is there a net?', 'No.', { source: '/nets' });
      const refused = await lead.call(questionRoutes.readPage, { body: { address: 'https://elsewhere.example/' } });
      expect(refused.problem?.detail).toContain('none of your sites');
      const { source, parts } = (
        await lead.call(questionRoutes.readPage, { body: { address: 'https://boats.example/toys' } })
      ).reply;
      expect(source).toBe('/toys');
      expect(parts.map(({ question, state }) => [question, state])).toEqual([
        ['Is there a swing?', 'new'],
        ['Who may steer?', 'changed'],
        ['Is there a slide?', 'gone'],
      ]);
      const gone = [parts[2]!.article!.id, other.id];
      const { reply } = await lead.call(questionRoutes.take, { body: { source, parts: [], gone } });
      // What is from elsewhere is not removed by it.
      expect(reply).toEqual({ fresh: 0, changed: 0, gone: 1 });
      expect(await questions()).toContain('Is there a net?');
    } finally {
      sites.page = page;
    }
  });
});

describe('who asks as a visitor', () => {
  test(
    'is told what would be said, and why, at once by words and then by meaning, which is read once',
    async () => {
      await add('Where do the boats leave?', 'From pier four, behind the fish market.');
      const at = await ask('is our poodle allowed on board');
      expect(at.found[0]).toMatchObject({ question: 'May I bring my dog?', withheld: [] });
      await vi.waitFor(
        async () => expect(await ask('is our poodle allowed on board')).toMatchObject({ byMeaning: true, unread: 0 }),
        READ,
      );
      const { decision, found } = await ask('may i bring my dog on the boat');
      expect(decision).toEqual({ kind: 'answer', id: found[0]!.id });
      expect(found[0]!.reason).toMatchObject({
        words: expect.arrayContaining(['dog']),
        wording: { text: 'May I bring my dog?' },
      });
      const rows = server.house.tables.in(workspace.id).of(meanings);
      const read = await rows.count({});
      const {
        id,
        number,
        article: was,
      } = (await lead.call(questionRoutes.one, { params: { id: found[0]!.id } })).reply;
      await lead.call(questionRoutes.change, { params: { id }, body: { article: { ...was, tags: ['dogs'] }, number } });
      await vi.waitFor(async () => expect(await ask('poodles')).toMatchObject({ byMeaning: true, unread: 0 }), READ);
      expect(await rows.count({})).toBe(read);
    },
    READS_TWICE,
  );

  test('is told that nobody knows what is not there', async () => {
    expect((await ask('who won the football last night')).decision).toEqual({ kind: 'not known' });
    expect((await ask('😀😀😀')).decision).toEqual({ kind: 'not known' });
    expect((await ask(`${'why '.repeat(999)}?`)).decision.kind).toBe('not known');
  });

  test('sees what is not said on this page, and why', async () => {
    const audience = { ...blankArticle.audience, pages: ['/winter*'] };
    await add('Is the deck heated?', 'In winter, yes.', { audience });
    const summer = await ask('is the deck heated', { page: '/summer' });
    expect(summer.found[0]).toMatchObject({ question: 'Is the deck heated?', withheld: ['other page'] });
    expect(summer.decision).not.toMatchObject({ id: summer.found[0]!.id });
    const winter = await ask('is the deck heated', { page: '/winter/boats' });
    expect(winter.decision).toEqual({ kind: 'answer', id: winter.found[0]!.id });
  });

  test('is told what the business is by its facts, and nothing with a hole in it', async () => {
    const facts = [{ name: 'landing', type: 'text' as const, value: 'the north quay' }];
    await server.house.ports.directories.change(workspace.id, { business: facts });
    await add('Where do we land?', 'At {landing}.');
    await add('Who is the captain?', '{captain} is.');
    expect((await ask('where do we land')).found[0]).toMatchObject({ answer: 'At the north quay.', withheld: [] });
    const captain = await ask('who is the captain');
    expect(captain.found[0]).toMatchObject({ answer: '{captain} is.', withheld: ['fact not known'] });
    expect(captain.decision).not.toMatchObject({ id: captain.found[0]!.id });
  });

  test('is understood in the business’s own words, whichever of those that mean the same', async () => {
    await add('Is the gaffling rigged?', 'Every morning.');
    const set = (groups: string[][]) => lead.call(questionRoutes.setSynonyms, { body: { groups } });
    expect((await ask('sprocketeer?')).decision).toEqual({ kind: 'not known' });
    expect((await set([['alone']])).problem?.fields?.[0]?.message).toBe('At least two phrases mean the same.');
    await set([['gaffling', 'sprocketeer']]);
    expect((await lead.call(questionRoutes.synonyms, {})).reply).toEqual({ groups: [['gaffling', 'sprocketeer']] });
    expect((await ask('is the sprocketeer rigged?')).found[0]).toMatchObject({ question: 'Is the gaffling rigged?' });
    expect((await ask('is the sprocketeer rigged?')).decision.kind).toBe('answer');
    await set([]);
  });

  test('is asked of another workspace nothing, and of nothing nothing', async () => {
    const other = await makeWorkspace(server.database, 'elsewhere');
    const stranger = await new Browser(server).signIn(other.lead);
    expect(await ask('may i bring my dog', {}, stranger)).toMatchObject({ decision: { kind: 'not known' }, found: [] });
    const { id } = (await list())[0]!;
    expect((await stranger.call(questionRoutes.one, { params: { id } })).status).toBe(404);
    expect(
      (await stranger.call(questionRoutes.several, { body: { ids: [id], done: { what: 'remove' } } })).reply.changed,
    ).toBe(0);
    expect((await stranger.call(questionRoutes.join, { body: { id, other: id } })).status).toBe(400);
  });
});
