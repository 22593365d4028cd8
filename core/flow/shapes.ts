import { z } from 'zod';
import { Condition, Row } from '../facts/condition.ts';
import { Fact, FactName, FactType, Value } from '../facts/fact.ts';
import { Duration } from '../hours/duration.ts';
import { Answer, FieldAnswer } from './answers/registry.ts';
import { FieldReply } from './event.ts';
import { Scene } from './format.ts';
import { Id } from './id.ts';
import { Line, Link, SpokenLine } from './line.ts';
import { Beat, Must, RunThrough, Setting } from './runs/run.ts';
import { Picture } from './shown.ts';
import { Step } from './steps/registry.ts';

/** The shapes that occur in many places of what Kineta writes, by the names under which its descriptions hold them. */
export const shapes: Readonly<Record<string, z.ZodType>> = {
  Answer,
  Beat,
  Condition,
  Duration,
  Fact,
  FactName,
  FactType,
  FieldAnswer,
  FieldReply,
  Id,
  Line,
  Link,
  Must,
  Picture,
  Row,
  RunThrough,
  Scene,
  Setting,
  SpokenLine,
  Step,
  Value,
};

/** JSON Schema (draft 2020-12), as zod makes it. */
export type JsonSchema = Record<string, unknown> & { $defs?: Record<string, JsonSchema> };

/**
 * Describes what a schema takes, with each of the named shapes once, under `$defs`.
 * @param named the shapes by their names
 */
export function described(schema: z.ZodType, named: Readonly<Record<string, z.ZodType>> = shapes): JsonSchema {
  const metadata = z.registry<{ id: string }>();
  for (const [id, shape] of Object.entries(named)) metadata.add(shape, { id });
  const { $defs, ...root } = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any', metadata }) as JsonSchema;
  const bare = ({ $schema, id, ...shape }: JsonSchema): JsonSchema => shape;
  return {
    ...bare(root),
    ...($defs ? { $defs: Object.fromEntries(Object.entries($defs).map(([name, shape]) => [name, bare(shape)])) } : {}),
  };
}
