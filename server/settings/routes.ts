import { type Settings, settingsRoutes } from '@kineta/contract';
import { fits, rounded } from '@kineta/core';
import type { Directories, WorkspaceRow } from '../account/model.ts';
import type { Database } from '../database/connect.ts';
import { ProblemError } from '../http/problem.ts';
import { type Doors, serve } from '../http/serve.ts';
import type { ServiceKeys } from '../services/keys.ts';

function settingsOf({ business, mail_from, allowed_hosts }: WorkspaceRow): Settings {
  return { facts: business, mailFrom: mail_from, allowedHosts: allowed_hosts };
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

export function settingsDoors(
  doors: Doors,
  { database, directories, keys }: { database: Database; directories: Directories; keys: ServiceKeys },
): void {
  serve(doors, settingsRoutes.get, async (_, me) => settingsOf((await directories.of(me.workspace)).workspace));
  serve(doors, settingsRoutes.save, async ({ body }, me) => {
    check(body);
    const { workspace } = await directories.of(me.workspace);
    const facts = body.facts.map(fact => ({ ...fact, value: rounded(fact.value, fact.type, workspace.currency) }));
    await database.query(
      'UPDATE workspaces SET business = :facts, mail_from = :mailFrom, allowed_hosts = :hosts WHERE id = :workspace',
      {
        replacements: {
          facts: JSON.stringify(facts),
          mailFrom: body.mailFrom,
          hosts: JSON.stringify(body.allowedHosts),
          workspace: me.workspace,
        },
      },
    );
    directories.forget(me.workspace);
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
