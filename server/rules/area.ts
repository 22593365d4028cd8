import { ruleCaseRoutes, ruleRoutes } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import { z } from 'zod';
import type { Area } from '../house/area.ts';
import type { House } from '../house/house.ts';
import { notFound } from '../http/problem.ts';
import { serve } from '../http/serve.ts';
import { Books } from './book.ts';
import { ruleDays, rules as table } from './model.ts';
import { RuleService, shipTo } from './service.ts';
import { casesOf, tryRules } from './trial.ts';

const made = new WeakMap<House, Books>();
const booksOf = (house: House): Books => {
  const books = made.get(house) ?? new Books(house);
  made.set(house, books);
  return books;
};

const Ran = z.object({ rule: z.string() });

/** What happens by itself, and in which order. */
export const rules: Area = {
  name: 'rules',
  tables: [table, ruleDays],
  offers: house => ({ rules: { of: workspace => booksOf(house).of(workspace) } }),
  begins: (workspace, { tables }, transaction) => shipTo(tables, workspace, transaction),
  doors(doors, house) {
    const service = new RuleService(house, booksOf(house));
    const done = { ok: true as const };
    serve(doors, ruleRoutes.list, (_, me) => service.list(me.workspace));
    serve(doors, ruleRoutes.add, ({ body }, me) => service.add(me.workspace, body));
    serve(doors, ruleRoutes.ship, async (_, me) => {
      await service.ship(me.workspace);
      return done;
    });
    serve(doors, ruleRoutes.order, async ({ body }, me) => {
      await service.order(me.workspace, body.ids);
      return done;
    });
    serve(doors, ruleRoutes.try, async ({ body }, me) =>
      tryRules(house, me.workspace, await booksOf(house).of(me.workspace), body),
    );
    serve(doors, ruleRoutes.change, ({ params, body }, me) => service.change(me.workspace, params.id, body));
    serve(doors, ruleRoutes.switch, ({ params, body }, me) => service.switch(me.workspace, params.id, body.on));
    serve(doors, ruleRoutes.remove, async ({ params }, me) => {
      await service.remove(me.workspace, params.id);
      return done;
    });
    serve(doors, ruleCaseRoutes.why, async ({ params }, { workspace }) => {
      const [[past], kept, book, directory] = await Promise.all([
        house.ports.conversations.past(workspace, { id: params.id }),
        house.tables.in(workspace).of(table).all({}, { by: 'place' }),
        booksOf(house).of(workspace),
        house.ports.directories.of(workspace),
      ]);
      if (!past) throw notFound('conversation');
      const cases = casesOf(book.rules, past, book, directory, Date.now());
      return {
        rules: kept.map(({ id, rule, isOn }) => ({
          id,
          name: rule.name,
          on: isOn,
          cases: cases.filter(one => one.rule === id),
        })),
      };
    });
  },
  listeners: ({ database }) => [
    {
      name: 'how often rules act',
      kinds: ['ruled'],
      async hear(events, transaction) {
        for (const { workspaceId: workspace, at, said } of events) {
          const { rule } = Ran.parse(said);
          // Raw: one statement, which counts nothing of a rule that is gone.
          await database.query(
            `INSERT INTO rule_days (rule_id, day, workspace_id, times)
             SELECT id, :day, workspace_id, 1 FROM rules WHERE id = :rule AND workspace_id = :workspace
             ON DUPLICATE KEY UPDATE times = times + 1`,
            {
              replacements: { rule, workspace, day: at.toISOString().slice(0, 10) },
              type: QueryTypes.INSERT,
              transaction,
            },
          );
        }
        return undefined;
      },
    },
  ],
  keeps: ({ tables }) => [
    {
      name: 'how often rules acted',
      days: 400,
      clear: (at, most) =>
        tables.everywhere(ruleDays).remove({ day: { before: at.toISOString().slice(0, 10) } }, { most }),
    },
  ],
};
