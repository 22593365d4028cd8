import { type Content, each, isContent, type Upgrade } from './upgrade.ts';

/** What a visitor’s own name was called in flows, before a fact said so itself. */
const OWN_NAME = /^(?:(?:my|your|full|first|visitor|customer) )?name$/i;

/** A step as it was written before “set” and “work out” were two kinds, and lines could have several pictures. */
function step(content: Content): Content {
  if (content.kind === 'set' && isContent(content.to)) {
    const { to, ...rest } = content;
    const given = to as Content;
    return 'formula' in given ? { ...rest, kind: 'work out', formula: given.formula } : { ...rest, value: given.value };
  }
  if (content.kind === 'say' && content.picture !== undefined) {
    const { picture, ...rest } = content;
    return { ...rest, pictures: [picture] };
  }
  return content;
}

/** The first fact of the visitor’s that is what is looked for says from now on that it is that. */
function sayWhoItIs(facts: unknown): unknown {
  const said = new Set<string>();
  return each(facts, fact => {
    const { type, name, scope, person } = fact;
    const is =
      scope !== 'visitor' || person !== undefined
        ? undefined
        : type === 'email' || type === 'phone'
          ? type
          : type === 'text' && OWN_NAME.test(String(name))
            ? 'name'
            : undefined;
    if (is === undefined || said.has(is)) return fact;
    said.add(is);
    return { ...fact, person: is };
  });
}

/**
 * The first version. It was itself changed after files could have been written in it, so both shapes of its steps are
 * read; and which fact is a visitor’s name, email or phone number was guessed from how it was spelt.
 */
export const flow1: Upgrade = {
  from: 'kineta.flow/1',
  to: 'kineta.flow/2',
  bring: content => ({
    ...content,
    facts: sayWhoItIs(content.facts),
    scenes: each(content.scenes, scene => ({ ...scene, steps: each(scene.steps, step) })),
  }),
};
