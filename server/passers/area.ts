import { Here, type HereAnswer, passerRoutes } from '@kineta/contract';
import express from 'express';
import type { Area } from '../house/area.ts';
import type { House } from '../house/house.ts';
import { forPages, jsonOf, siteOfPage } from '../http/of-a-page.ts';
import { ProblemError } from '../http/problem.ts';
import { answerProblem, serve } from '../http/serve.ts';
import { addressOf } from '../limits/address.ts';
import { Allowance, VISITORS_PER_ADDRESS } from '../limits/allowance.ts';
import { Beats } from './beats.ts';
import { passers as table } from './model.ts';
import { forgetting, Passers } from './service.ts';

const made = new WeakMap<House, { passers: Passers; beats: Beats }>();

function partsOf(house: House): { passers: Passers; beats: Beats } {
  const parts = made.get(house) ?? { passers: new Passers(house), beats: new Beats(house.database) };
  made.set(house, parts);
  return parts;
}

/** Who is on the sites without a chat, and whom somebody speaks to first. */
export const passers: Area = {
  name: 'passers',
  tables: [table],
  offers(house) {
    const { passers: all } = partsOf(house);
    return {
      passers: {
        there: (workspace, site) => all.there(workspace, site),
        invitation: (site, passer) => all.invitation(site, passer),
        met: (workspace, id, conversation, transaction) => all.met(workspace, id, conversation, transaction),
      },
    };
  },
  doors(doors, house) {
    const { passers: all, beats } = partsOf(house);
    const { options, ports, wire } = house;
    const perAddress = options.visitorsPerAddress ?? VISITORS_PER_ADDRESS;
    const bounds = { times: perAddress * 12, seconds: 60 };
    const heard = new Allowance('here', bounds, 'That is heard of.', wire.counters);

    serve(doors, passerRoutes.list, async (_, me) => {
      const [found, sites] = await Promise.all([all.list(me), ports.sites.all(me.workspace)]);
      return { ...found, told: sites.some(({ tellsPassers }) => tellsPassers) };
    });
    serve(doors, passerRoutes.speak, ({ params, body }, me) => all.speak(me, params.id, body.text));

    // A page of the site is looked at by somebody who has no chat, and asks whether anybody has something to say to them.
    doors.router.post('/w/:key/here', express.text({ type: '*/*', limit: '8kb' }), async (request, response) => {
      forPages(response);
      try {
        await heard.spend(addressOf(request, options.proxies ?? 0));
        const { site, origin } = await siteOfPage(ports.sites, request);
        response.set('Access-Control-Allow-Origin', origin);
        if (site.off || !site.tellsPassers)
          throw new ProblemError('not_allowed', 'This site does not tell who is there.');
        const here = Here.safeParse(jsonOf(request.body));
        if (!here.success) throw new ProblemError('invalid_request', 'That is not how a page says who is there.');
        const answer: HereAnswer = { come: await beats.hear(site, here.data) };
        response.json(answer);
      } catch (error) {
        answerProblem(error, request, response, doors.logger);
      }
    });
  },
  duties: house => [forgetting(house)],
  close: house => partsOf(house).beats.close(),
};
