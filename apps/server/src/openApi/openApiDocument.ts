import type { Words } from '@brendik/words'
import { reachOf } from '../door/tokenReach.ts'
import { jsonSchemaOf } from '../jsonSchemaOf.ts'
import { OPERATIONS, type Operation } from './operations.ts'

/** Raised when an address goes, or asks for something else than before. */
const VERSION = '1.0.0'
const ID = { type: 'string', format: 'uuid' }

/** What the server may be asked, as OpenAPI 3.1, made from the schemas by which it is checked. */
export function openApiDocument(words: Words): object {
  const paths: Record<string, Record<string, object>> = {}
  for (const operation of OPERATIONS) {
    const path = operation.path.replace(/:(\w+)/g, '{$1}')
    paths[path] = { ...paths[path], [operation.method]: described(words, operation) }
  }
  return {
    openapi: '3.1.1',
    info: { title: 'Brendik', version: VERSION, description: words.t('api.about') },
    servers: [{ url: '/' }],
    tags: [...new Set(OPERATIONS.map(({ of }) => of))].map((name) => ({
      name,
      description: words.t(`apiPart.${name}`),
    })),
    paths,
    components: {
      securitySchemes: {
        session: {
          type: 'apiKey',
          in: 'cookie',
          name: 'brendik_session',
          description: words.t('api.session'),
        },
        instrument: { type: 'http', scheme: 'bearer', description: words.t('api.instrument') },
        token: { type: 'http', scheme: 'bearer', description: words.t('api.token') },
      },
      responses: {
        problem: {
          description: words.t('api.problem'),
          content: {
            'application/json': {
              schema: {
                type: 'object',
                properties: { code: { type: 'string' }, message: { type: 'string' } },
                required: ['code', 'message'],
              },
            },
          },
        },
      },
    },
  }
}

const DOOR = {
  anyone: [],
  'signed-in': [{ session: [] }],
  owner: [{ session: [] }],
  instrument: [{ instrument: [] }],
}

/** By which doors one comes: where a personal token opens, what it must be for stands beside it. */
function doorOf({ by, method, path }: Operation): object[] {
  const reach = by === 'signed-in' ? reachOf(method.toUpperCase(), path.replace(/:\w+/g, 'x')) : null
  return [...DOOR[by], ...(reach ? [{ token: [reach] }] : [])]
}

function described(words: Words, operation: Operation): object {
  const { id, of, by, body, bodyType, gives } = operation
  const parameters = [...inPath(operation), ...inQuery(operation)]
  const content = {
    ...(body ? { 'application/json': { schema: jsonSchemaOf(body) } } : {}),
    ...(bodyType ? { [bodyType]: { schema: { type: 'string', contentMediaType: bodyType } } } : {}),
  }
  return {
    operationId: id,
    tags: [of],
    summary: words.t(`api.${id as 'readDay'}`),
    ...(by === 'owner' ? { description: words.t('api.owner') } : {}),
    security: doorOf(operation),
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(body || bodyType ? { requestBody: { required: true, content } } : {}),
    responses: {
      200: { description: words.t('api.done'), content: { [gives]: {} } },
      default: { $ref: '#/components/responses/problem' },
    },
  }
}

const inPath = ({ path }: Operation): object[] =>
  [...path.matchAll(/:(\w+)/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: name === 'id' ? ID : { type: 'string' },
  }))

function inQuery({ query }: Operation): object[] {
  if (!query) return []
  const { properties = {}, required = [] } = jsonSchemaOf(query) as {
    properties?: Record<string, object>
    required?: string[]
  }
  return Object.entries(properties).map(([name, schema]) => ({
    name,
    in: 'query',
    required: required.includes(name),
    schema,
  }))
}
