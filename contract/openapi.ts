import {
  AnswerShown,
  CardShown,
  ChartShown,
  described,
  Edit,
  FieldShown,
  FileGiven,
  Flow,
  type JsonSchema,
  OpeningHours,
  Recorded,
  shapes,
} from '@kineta/core';
import type { z } from 'zod';
import { Account, Member, Site, Team } from './account.ts';
import { ConversationDetail, ConversationSummary, Entry } from './conversations.ts';
import { Edition } from './editions.ts';
import { EditionSummary, FlowDetail, FlowSummary, SavedEdits } from './flows.ts';
import { Notice } from './notices.ts';
import { Person } from './people.ts';
import { Problem } from './problem.ts';
import type { Route } from './route.ts';
import { allRoutes } from './routes.ts';
import { KeptRun } from './runs.ts';
import { Settings } from './settings.ts';

/** Gathers what the routes’ schemas name into the components of one document. */
class Components {
  readonly schemas: Record<string, JsonSchema> = {};
  /** What more than one route speaks of, by the names under which the document holds it. */
  private readonly named: Readonly<Record<string, z.ZodType>> = {
    ...shapes,
    Account,
    AnswerShown,
    CardShown,
    ChartShown,
    ConversationDetail,
    ConversationSummary,
    Edit,
    Edition,
    EditionSummary,
    Entry,
    FieldShown,
    FileGiven,
    Flow,
    FlowDetail,
    FlowSummary,
    KeptRun,
    Member,
    Notice,
    OpeningHours,
    Person,
    Problem,
    Recorded,
    SavedEdits,
    Settings,
    Site,
    Team,
  };

  /** A schema as it stands in the document, its named parts as references. */
  of(schema: z.ZodType): JsonSchema {
    const name = Object.entries(this.named).find(([, shape]) => shape === schema)?.[0];
    // References within a schema are from its own root; here they are from the document’s.
    const { $defs = {}, ...rest } = JSON.parse(
      JSON.stringify(described(schema, this.named)).replaceAll('"#/$defs/', '"#/components/schemas/'),
    ) as JsonSchema;
    for (const [id, shape] of Object.entries($defs)) this.schemas[id] ??= shape;
    if (name === undefined) return rest;
    this.schemas[name] ??= rest;
    return { $ref: `#/components/schemas/${name}` };
  }
}

function parameters(route: Route, components: Components): object[] {
  const of = (schema: z.ZodType, place: 'path' | 'query') => {
    const { properties = {}, required = [] } = components.of(schema) as {
      properties?: Record<string, object>;
      required?: string[];
    };
    return Object.entries(properties).map(([name, property]) => ({
      name,
      in: place,
      required: place === 'path' || required.includes(name),
      schema: property,
    }));
  };
  return [...of(route.params, 'path'), ...of(route.query, 'query')];
}

/** The HTTP API as an OpenAPI 3.1 document, made from the same schemas that both ends check with. */
export function openApi(version: string): object {
  const components = new Components();
  const problem = components.of(Problem);
  const paths: Record<string, Record<string, object>> = {};
  for (const [name, route] of Object.entries(allRoutes)) {
    const path = route.path.replace(/:(\w+)/g, '{$1}');
    const hasBody = route.method !== 'GET' && route.method !== 'DELETE';
    paths[path] = {
      ...paths[path],
      [route.method.toLowerCase()]: {
        operationId: name,
        summary: route.summary,
        security: route.access === 'anyone' ? [] : [{ session: [] }],
        'x-access': route.access,
        parameters: parameters(route, components),
        ...(hasBody
          ? {
              requestBody: {
                content: route.bodyType
                  ? { [route.bodyType]: {} }
                  : { 'application/json': { schema: components.of(route.body) } },
              },
            }
          : {}),
        responses: {
          200: {
            description: 'As asked',
            content: route.replyType
              ? { [route.replyType]: {} }
              : { 'application/json': { schema: components.of(route.reply) } },
          },
          default: {
            description: 'A problem (RFC 9457)',
            content: { 'application/problem+json': { schema: problem } },
          },
        },
      },
    };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Kineta', version },
    paths,
    components: {
      schemas: components.schemas,
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'kineta_session' } },
    },
  };
}
