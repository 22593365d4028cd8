import { memberRoutes, teamRoutes } from '@kineta/contract';
import type { House } from '../house/house.ts';
import { ProblemError } from '../http/problem.ts';
import { type Doors, serve } from '../http/serve.ts';
import { invite, inviteAgain, withdraw } from './invitations.ts';
import { bringBack, changeMember, dropFactor, membersOf, rest } from './members.ts';
import { SecondFactor } from './second-factor.ts';
import { changeTeam, holidaysOf, makeTeam, removeTeam, teamsOf } from './teams.ts';

/** What leads settle about members and teams. */
export function memberDoors(doors: Doors, house: House): void {
  const { ports } = house;
  const factor = new SecondFactor(house);
  serve(doors, memberRoutes.list, (_, me) => membersOf(house, me.workspace));
  serve(doors, memberRoutes.invite, ({ body }, me) => invite(house, me, body));
  serve(doors, memberRoutes.inviteAgain, ({ params }, me) => inviteAgain(house, me, params.id));
  serve(doors, memberRoutes.withdraw, async ({ params }, me) => {
    await withdraw(house, me.workspace, params.id);
    return { ok: true as const };
  });
  serve(doors, memberRoutes.change, ({ params, body }, me) => changeMember(house, me.workspace, params.id, body));
  serve(doors, memberRoutes.rest, ({ params }, me) => rest(house, me.workspace, params.id));
  serve(doors, memberRoutes.bringBack, ({ params }, me) => bringBack(house, me.workspace, params.id));
  serve(doors, memberRoutes.dropSecondFactor, ({ params }, me) => dropFactor(house, factor, me.workspace, params.id));
  serve(doors, memberRoutes.askSecondFactor, async ({ body }, me) => {
    // Or whoever asks would be the first who is let in no more.
    if (body.asked && !me.secondFactor)
      throw new ProblemError('second_factor_needed', 'Set up your own second factor first, then ask it of everybody.');
    await ports.directories.change(me.workspace, { asksSecondFactor: body.asked });
    return { ok: true as const };
  });

  serve(doors, teamRoutes.list, (_, me) => teamsOf(house, me.workspace));
  serve(doors, teamRoutes.make, ({ body }, me) => makeTeam(house, me.workspace, body.name));
  serve(doors, teamRoutes.change, ({ params, body }, me) => changeTeam(house, me.workspace, params.id, body));
  serve(doors, teamRoutes.remove, async ({ params }, me) => {
    await removeTeam(house, me.workspace, params.id);
    return { ok: true as const };
  });
  serve(doors, teamRoutes.holidays, async ({ query }, me) => {
    const { workspace } = await ports.directories.of(me.workspace);
    return holidaysOf(query.country, query.region, workspace.zone);
  });
}
