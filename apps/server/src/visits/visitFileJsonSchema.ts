import { visitFileSchema } from '@brendik/core'
import { jsonSchemaOf } from '../jsonSchemaOf.ts'

/** JSON Schema (2020-12) of the visit file, made from the schema that reads it. */
export function visitFileJsonSchema(): object {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    ...jsonSchemaOf(visitFileSchema),
    $id: 'brendik-visit-1.schema.json',
    title: 'brendik-visit/1',
  }
}
