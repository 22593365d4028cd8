import { type Settings, settingsRoutes } from '@kineta/contract';
import { fits, held } from '@kineta/core';
import type { House } from '../house/house.ts';
import type { WorkspaceSettings } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import { type Doors, serve } from '../http/serve.ts';

function settingsOf({
  business,
  mailFrom,
  allowedHosts,
  wordingService,
  answeringModel,
  answeringService,
  goesOnFor,
  wishes,
}: WorkspaceSettings): Settings {
  return {
    facts: business,
    mailFrom,
    allowedHosts,
    wordingService,
    answeringModel,
    answeringService,
    goesOnFor,
    wishes,
  };
}

/** Says what is wrong with the business facts beyond their shape, at the field where it is. */
function check(facts: Settings['facts']): void {
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

/** Checked again as it is kept: what is rounded is no longer what was given. */
function tooLarge(name: string, index: number): ProblemError {
  const message = `The value of “${name}” is too large to keep.`;
  return new ProblemError('invalid_request', message, { fields: [{ path: `body.facts.${index}.value`, message }] });
}

export function settingsDoors(doors: Doors, { ports: { directories, serviceKeys: keys } }: House): void {
  serve(doors, settingsRoutes.get, async (_, me) => settingsOf((await directories.of(me.workspace)).workspace));
  serve(doors, settingsRoutes.save, async ({ body }, me) => {
    const { workspace } = await directories.of(me.workspace);
    const { facts, ...others } = body;
    if (facts) check(facts);
    const business = facts?.map((fact, index) => {
      const value = held(fact.value, fact.type, workspace.currency);
      if (value === undefined) throw tooLarge(fact.name, index);
      return { ...fact, value };
    });
    const given = Object.fromEntries(Object.entries(others).filter(([, value]) => value !== undefined));
    const to: Partial<Omit<WorkspaceSettings, 'id'>> = { ...given, ...(business ? { business } : {}) };
    if (Object.keys(to).length > 0) await directories.change(me.workspace, to);
    return settingsOf((await directories.of(me.workspace)).workspace);
  });
  serve(doors, settingsRoutes.business, async ({ body }, me) => {
    await directories.change(me.workspace, body);
    return { ok: true as const };
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
