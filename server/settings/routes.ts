import { type Settings, settingsRoutes } from '@kineta/contract';
import { fits, rounded } from '@kineta/core';
import type { House } from '../house/house.ts';
import type { WorkspaceSettings } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import { type Doors, serve } from '../http/serve.ts';

function settingsOf({ business, mailFrom, allowedHosts }: WorkspaceSettings): Settings {
  return { facts: business, mailFrom, allowedHosts };
}

/** Says what is wrong with the business facts beyond their shape, at the field where it is. */
function check({ facts }: Settings): void {
  const fields = facts.flatMap((fact, index) => {
    const path = `body.facts.${index}`;
    if (facts.findIndex(other => other.name === fact.name) !== index)
      return [{ path: `${path}.name`, message: `There are two facts “${fact.name}”.` }];
    return fits(fact.value, fact.type)
      ? []
      : [{ path: `${path}.value`, message: `“${fact.name}” holds ${fact.type}, and this value is none.` }];
  });
  if (fields[0]) throw new ProblemError('invalid_request', fields[0].message, { fields });
}

export function settingsDoors(doors: Doors, { ports: { directories, serviceKeys: keys } }: House): void {
  serve(doors, settingsRoutes.get, async (_, me) => settingsOf((await directories.of(me.workspace)).workspace));
  serve(doors, settingsRoutes.save, async ({ body }, me) => {
    check(body);
    const { workspace } = await directories.of(me.workspace);
    const facts = body.facts.map(fact => ({ ...fact, value: rounded(fact.value, fact.type, workspace.currency) }));
    await directories.change(me.workspace, {
      business: facts,
      mailFrom: body.mailFrom,
      allowedHosts: body.allowedHosts,
    });
    return settingsOf((await directories.of(me.workspace)).workspace);
  });
  serve(doors, settingsRoutes.keys, (_, me) => keys.of(me.workspace));
  serve(doors, settingsRoutes.keepKey, async ({ body }, me) => {
    await keys.keep(me.workspace, body);
    return keys.of(me.workspace);
  });
  serve(doors, settingsRoutes.forgetKey, async ({ params }, me) => {
    await keys.forget(me.workspace, params.host);
    return { ok: true };
  });
}
