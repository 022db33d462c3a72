import { z } from 'zod';
import { Problem } from './problems.ts';
import { routes } from './routes.ts';
import { type Route } from './route.ts';

const json = (schema: z.ZodType, io: 'input' | 'output') => ({
  'application/json': { schema: z.toJSONSchema(schema, { io, unrepresentable: 'any' }) },
});

const parameters = (schema: z.ZodType, where: 'path' | 'query') => {
  const shape = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' });
  const required = new Set(shape.required ?? []);
  return Object.entries(shape.properties ?? {}).map(([name, property]) => ({
    name,
    in: where,
    required: where === 'path' || required.has(name),
    schema: property,
  }));
};

const [PROGRAMS, PEOPLE] = ['With a token of a program', 'For who is signed in'];

const operation = (name: string, route: Route) => ({
  operationId: name,
  summary: route.what,
  tags: [route.scope === null ? PEOPLE : PROGRAMS],
  security:
    route.access === 'public'
      ? []
      : route.scope === null
        ? [{ session: [] }]
        : [{ session: [] }, { token: [route.scope] }],
  parameters: [...parameters(route.params, 'path'), ...parameters(route.query, 'query')],
  ...(route.verb === 'post' || route.verb === 'put'
    ? { requestBody: { required: true, content: json(route.body, 'input') } }
    : {}),
  responses: {
    200: { description: 'Done.', content: json(route.response, 'output') },
    default: {
      description: 'A problem, RFC 9457.',
      content: { 'application/problem+json': { schema: z.toJSONSchema(Problem) } },
    },
  },
});

/** The OpenAPI 3.1 document of every route, made from the same schemas that parse the traffic. */
export const openApiDocument = () => {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [name, one] of Object.entries(routes) as [string, Route][]) {
    const path = one.path.replace(/:(\w+)/g, '{$1}');
    paths[path] = { ...paths[path], [one.verb]: operation(name, one) };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Maul', version: '0.1.0', description: 'The requests that Maul answers.' },
    components: {
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'maul_session' },
        token: {
          type: 'http',
          scheme: 'bearer',
          description: 'A token made under Account, Programs of your own, with the scope that is named.',
        },
      },
    },
    tags: [PROGRAMS, PEOPLE].map((name) => ({ name })),
    paths,
  };
};
