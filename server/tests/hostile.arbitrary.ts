import fc from 'fast-check';
import { z } from 'zod';

/** A JSON Schema, as far as the contract’s schemas make any. */
interface Shape {
  type?: string;
  enum?: unknown[];
  const?: unknown;
  anyOf?: Shape[];
  oneOf?: Shape[];
  allOf?: Shape[];
  items?: Shape;
  prefixItems?: Shape[];
  properties?: Record<string, Shape>;
  required?: string[];
  additionalProperties?: boolean | Shape;
  minimum?: number;
  maximum?: number;
  $ref?: string;
  $defs?: Record<string, Shape>;
}

const DEEPEST = 5;

/** Values that something was broken by once, or could be: half characters, names that objects have, numbers at their end. */
const hostile: fc.Arbitrary<unknown> = fc.oneof(
  fc.constantFrom<unknown>(
    '\ud83d',
    'a\udc00b',
    '\u0000',
    '\u202e\u200b',
    '__proto__',
    'constructor',
    'toString',
    '',
    ' ',
    "'; DROP TABLE flows; --",
    '%ff%00',
    '<img src=x onerror=alert(1)>',
    '../../../etc/passwd',
    'x'.repeat(20_000),
    '😀'.repeat(500),
    1e308,
    -1e308,
    Number.MAX_SAFE_INTEGER + 2,
    -0,
    0.1,
    5e-324,
    null,
    true,
    [],
    {},
    [[[[[[[[[[]]]]]]]]]],
    JSON.parse('{"__proto__": {"polluted": true}}'),
    JSON.parse(`${'['.repeat(200)}${']'.repeat(200)}`),
    '9223372036854775807',
    '18446744073709551616',
    '2026-13-45',
    '2026-11-26T00:00:00.000Z',
  ),
  fc.string({ unit: 'binary', maxLength: 60 }),
  fc.jsonValue({ maxDepth: 3 }),
);

function fitting(shape: Shape, root: Shape, depth: number): fc.Arbitrary<unknown> {
  if (depth > DEEPEST) return fc.constant(null);
  const inside = (one: Shape): fc.Arbitrary<unknown> => near(one, root, depth + 1);
  if (shape.$ref !== undefined) {
    const named = shape.$ref === '#' ? root : root.$defs?.[shape.$ref.replace('#/$defs/', '')];
    return named ? inside(named) : hostile;
  }
  if ('const' in shape) return fc.constant(shape.const);
  if (shape.enum) return fc.constantFrom(...shape.enum);
  const either = shape.anyOf ?? shape.oneOf ?? shape.allOf;
  if (either) return fc.oneof(...either.map(inside));
  switch (shape.type) {
    case 'string':
      return fc.oneof(fc.string({ maxLength: 30 }), fc.constantFrom('1', 'a', 'step-1', 'maud@ellery.example', '/x'));
    case 'integer':
      return fc.integer({ min: shape.minimum ?? -5, max: Math.min(shape.maximum ?? 1_000, 2 ** 31 - 1) });
    case 'number':
      return fc.double({ noNaN: true });
    case 'boolean':
      return fc.boolean();
    case 'null':
      return fc.constant(null);
    case 'array':
      return fc.array(shape.items ? inside(shape.items) : hostile, { maxLength: 4 });
    case 'object': {
      const known = Object.fromEntries(
        Object.entries(shape.properties ?? {}).map(([name, one]) => [name, inside(one)] as const),
      );
      const { additionalProperties: more } = shape;
      const rest = fc.dictionary(fc.string({ maxLength: 10 }), typeof more === 'object' ? inside(more) : hostile, {
        maxKeys: 2,
      });
      const fixed = fc.record(known, { requiredKeys: shape.required ?? [] });
      return typeof more === 'object' ? fc.tuple(fixed, rest).map(([own, other]) => ({ ...other, ...own })) : fixed;
    }
    default:
      return hostile;
  }
}

/** Mostly what fits, and here and there something that does not. */
const near = (shape: Shape, root: Shape, depth: number): fc.Arbitrary<unknown> =>
  fc.oneof({ weight: 12, arbitrary: fitting(shape, root, depth) }, { weight: 1, arbitrary: hostile });

/** What may come in where this schema is asked for: nearly right, or plainly hostile. */
export function givenFor(schema: z.ZodType): fc.Arbitrary<unknown> {
  const shape = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as Shape;
  return fc.oneof({ weight: 9, arbitrary: near(shape, shape, 0) }, { weight: 1, arbitrary: hostile });
}
