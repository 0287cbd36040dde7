import { toJsonSchema } from '@valibot/to-json-schema'
import type { GenericSchema } from 'valibot'

/** JSON Schema (2020-12) of what a schema reads. What only code can check is left out. */
export function jsonSchemaOf(schema: GenericSchema): object {
  const { $schema: _its, ...made } = toJsonSchema(schema, {
    target: 'draft-2020-12',
    typeMode: 'input',
    errorMode: 'ignore',
    overrideSchema: ({ valibotSchema }) =>
      valibotSchema.type === 'custom' ? { type: 'array', items: { type: ['number', 'null'] } } : undefined,
  })
  return made
}
