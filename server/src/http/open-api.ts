import { entriesOf } from '@nuvrah/core';
import { API_ROOT, linkToken, problemSchema, routes, type Route } from '@nuvrah/contract';
import type { TSchema } from '@sinclair/typebox';

/** The description of the interface (OpenAPI 3.1), made from the same table of routes that the server answers by. */
export function describeApi(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const [name, route] of entriesOf(routes)) {
    const path = `${API_ROOT}${route.path.replace(/:(\w+)/g, '{$1}')}`;
    (paths[path] ??= {})[route.method] = operation(name, route);
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Nuvrah',
      version: '1',
      description: 'Students, sessions and sittings of a pranayama instructor.',
    },
    paths,
    components: {
      schemas: { Problem: plain(problemSchema) },
      securitySchemes: { webSession: { type: 'apiKey', in: 'cookie', name: 'nuvrah.sid' } },
    },
  };
}

function operation(name: string, route: Route): object {
  const type = (route.answer['contentMediaType'] as string | undefined) ?? 'application/json';
  const answer = route.status !== 204 && { content: { [type]: { schema: plain(route.answer) } } };
  return {
    operationId: name,
    summary: route.summary,
    ...(route.access === 'signed-in' && { security: [{ webSession: [] }] }),
    parameters: [...pathParameters(route), ...queryParameters(route)],
    ...(isObject(route.body) && { requestBody: { required: true, content: json(plain(route.body)) } }),
    responses: {
      [route.status]: { description: 'Done', ...answer },
      default: {
        description: 'Not done, and why',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    },
  };
}

const pathParameters = ({ path }: Route): object[] =>
  [...path.matchAll(/:(\w+)/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: name === 'token' ? plain(linkToken) : { type: 'string', format: 'uuid' },
  }));

const queryParameters = ({ query }: Route): object[] =>
  Object.entries((query['properties'] ?? {}) as Record<string, TSchema>).map(([name, schema]) => ({
    name,
    in: 'query',
    required: ((query['required'] ?? []) as string[]).includes(name),
    schema: plain(schema),
  }));

const isObject = (schema: TSchema): boolean => schema['type'] === 'object';
const json = (schema: object): object => ({ 'application/json': { schema } });

/** The schema as JSON alone: the builder's own symbols are left out. */
const plain = (schema: TSchema): object => JSON.parse(JSON.stringify(schema)) as object;
