import { visitFileSchema } from '@brendik/core'
import { toJsonSchema } from '@valibot/to-json-schema'

/** JSON Schema (2020-12) of the visit file, made from the schema that reads it. */
export function visitFileJsonSchema(): object {
  const schema = toJsonSchema(visitFileSchema, {
    target: 'draft-2020-12',
    typeMode: 'input',
    errorMode: 'ignore',
    overrideSchema: ({ valibotSchema }) =>
      valibotSchema.type === 'custom' ? { type: 'array', items: { type: ['number', 'null'] } } : undefined,
  })
  return { ...schema, $id: 'brendik-visit-1.schema.json', title: 'brendik-visit/1' }
}
