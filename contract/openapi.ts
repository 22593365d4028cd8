import { z } from 'zod';
import { Problem } from './problem.ts';
import type { Route } from './route.ts';
import { allRoutes } from './routes.ts';

function jsonSchema(schema: z.ZodType, io: 'input' | 'output'): object {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { io, unrepresentable: 'any' });
  return rest;
}

function parameters(route: Route): object[] {
  const of = (schema: z.ZodType, place: 'path' | 'query') => {
    const { properties = {}, required = [] } = jsonSchema(schema, 'input') as {
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
        parameters: parameters(route),
        ...(hasBody
          ? {
              requestBody: {
                content: route.bodyType
                  ? { [route.bodyType]: {} }
                  : { 'application/json': { schema: jsonSchema(route.body, 'input') } },
              },
            }
          : {}),
        responses: {
          200: {
            description: 'As asked',
            content: route.replyType
              ? { [route.replyType]: {} }
              : { 'application/json': { schema: jsonSchema(route.reply, 'output') } },
          },
          default: {
            description: 'A problem (RFC 9457)',
            content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
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
      schemas: { Problem: jsonSchema(Problem, 'output') },
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'kineta_session' } },
    },
  };
}
