import { type ConversationSummary, conversationRoutes } from '@kineta/contract';
import type { House } from '../house/house.ts';
import type { SignedIn } from '../house/ports.ts';
import { notFound } from '../http/problem.ts';
import { type Doors, serve } from '../http/serve.ts';
import type { AgentService } from './agents.ts';
import type { Announcer } from './announcer.ts';
import { blockedIn, showOut } from './blocked.ts';
import { join } from './joining.ts';
import type { Appended } from './log.ts';
import { missedToday } from './missed.ts';
import { conversations } from './model.ts';
import { reachedOf } from './reached.ts';
import { search } from './said.ts';
import { raise, tag } from './tagging.ts';

export function conversationDoors(doors: Doors, house: House, agents: AgentService, announcer: Announcer): void {
  const tell = async (work: Promise<Appended>): Promise<ConversationSummary> => announcer.announce(await work);
  const written = (route: typeof conversationRoutes.take, act: (me: SignedIn, id: string) => Promise<Appended>): void =>
    serve(doors, route, ({ params }, me) => tell(act(me, params.id)));

  serve(doors, conversationRoutes.list, ({ query }, me) => agents.list(me, query.list, query.before));
  serve(doors, conversationRoutes.get, async ({ params, query }, me) => {
    const [detail, here, reached] = await Promise.all([
      agents.get(me, params.id, query.after),
      announcer.isHere(params.id),
      reachedOf(house.database, me.workspace, params.id),
    ]);
    return { ...detail, here, reached };
  });
  serve(doors, conversationRoutes.search, ({ query }, me) => search(house, me.workspace, query));
  serve(doors, conversationRoutes.missed, (_, me) => missedToday(house, me.workspace));
  written(conversationRoutes.take, (me, id) => agents.take(me, id));
  serve(doors, conversationRoutes.putOff, ({ params, body }, me) => tell(agents.putOff(me, params.id, body.until)));
  serve(doors, conversationRoutes.tag, ({ params, body }, me) => tell(tag(house, me, params.id, body)));
  serve(doors, conversationRoutes.raise, ({ params, body }, me) => tell(raise(house, me, params.id, body.urgent)));
  written(conversationRoutes.spam, (me, id) => agents.spam(me, id));
  serve(doors, conversationRoutes.block, async ({ params }, me) => {
    const told = await tell(agents.block(me, params.id));
    showOut(house, params.id);
    return told;
  });
  written(conversationRoutes.letBack, (me, id) => agents.letBack(me, id));
  serve(doors, conversationRoutes.blocked, async (_, me) => ({ blocked: await blockedIn(house, me.workspace) }));
  written(conversationRoutes.done, (me, id) => agents.done(me, id));
  serve(doors, conversationRoutes.reply, ({ params, body, request }, me) => {
    const origin = new URL(house.options.url ?? `${request.protocol}://${request.get('host')}`).origin;
    return tell(agents.reply(me, params.id, body, origin));
  });
  serve(doors, conversationRoutes.join, async ({ params, body }, me) => {
    const [left, came] = await join(house, me, params.id, body.other);
    await announcer.announce(left!);
    return announcer.announce(came!);
  });
  serve(doors, conversationRoutes.pages, async ({ params }, me) => {
    const row = await house.tables.in(me.workspace).of(conversations).one({ id: params.id });
    if (!row) throw notFound('conversation');
    const origin = await house.ports.sites.originOf(me.workspace, row.siteId);
    const own = origin === '' ? '' : new URL(origin).host;
    const seen = await house.ports.sites.pagesOf(me.workspace, row.siteId);
    // Pages of the site’s first domain by their path: the visitor may be on another of its domains.
    return {
      pages: seen.map(page => (own !== '' && page.startsWith(`${own}/`) ? page.slice(own.length) : `https://${page}`)),
    };
  });
  serve(doors, conversationRoutes.note, ({ params, body }, me) => tell(agents.note(me, params.id, body)));
  serve(doors, conversationRoutes.passOn, ({ params, body }, me) => tell(agents.passOn(me, params.id, body)));
  serve(doors, conversationRoutes.handBack, ({ params, body }, me) => tell(agents.handBack(me, params.id, body)));
  serve(doors, conversationRoutes.correct, ({ params, body }, me) => tell(agents.correct(me, params.id, body)));
  serve(doors, conversationRoutes.read, async ({ params, body }, me) => {
    await agents.read(me, params.id, body.number);
    return { ok: true as const };
  });
}
