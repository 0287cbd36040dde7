import type { Schema } from '../../api/interfaceDocument.ts'

/** One field of what is sent, however deep it lies. */
export interface Field {
  name: string
  is: string
  needed: boolean
  depth: number
}

const DEEPEST = 3
const MOST_CHOICES = 8

/** Fields of a schema, one a line, those of an object below it. */
export function fieldsOf(schema: Schema, depth = 0): Field[] {
  const { properties, required } = merged(schema)
  return Object.entries(properties).flatMap(([name, one]) => {
    const inner = innermost(one)
    return [
      { name, is: kindOf(one), needed: required.has(name), depth },
      ...(depth < DEEPEST ? fieldsOf(inner, depth + 1) : []),
    ]
  })
}

interface Merged {
  properties: Record<string, Schema>
  required: Set<string>
}
/** An object with all that it has to be besides; of several that it may be, the fields of each, needed where all need it. */
function merged(schema: Schema): Merged {
  const parts = (schema.allOf ?? []).map(merged)
  const kinds = (schema.oneOf ?? schema.anyOf ?? []).map(merged)
  const properties: Merged['properties'] = Object.assign({}, ...parts.map((part) => part.properties))
  for (const kind of kinds)
    for (const [name, one] of Object.entries(kind.properties))
      properties[name] = properties[name] ? { anyOf: [properties[name], one] } : one
  const first = kinds[0]?.required ?? new Set<string>()
  return {
    properties: Object.assign(properties, schema.properties),
    required: new Set([
      ...parts.flatMap((part) => [...part.required]),
      ...[...first].filter((name) => kinds.every((kind) => kind.required.has(name))),
      ...(schema.required ?? []),
    ]),
  }
}

/** What a list is of, or what a value is where it is not null. */
function innermost(schema: Schema): Schema {
  if (schema.items) return innermost(schema.items)
  const said = (schema.anyOf ?? []).filter(({ type }) => type !== 'null')
  return said.length === 1 && said[0] ? innermost(said[0]) : schema
}

/** What a value has to be, in the words of JSON. */
export function kindOf(schema: Schema): string {
  if (schema.const !== undefined) return JSON.stringify(schema.const)
  if (schema.enum) {
    const choices = schema.enum.slice(0, MOST_CHOICES).map((one) => JSON.stringify(one))
    return [...choices, ...(schema.enum.length > MOST_CHOICES ? ['…'] : [])].join(' | ')
  }
  const either = schema.anyOf ?? schema.oneOf
  if (either) return [...new Set(either.map(kindOf))].join(' | ')
  if (schema.items) return `[${kindOf(schema.items)}]${span(schema.minItems, schema.maxItems)}`
  if (schema.properties || schema.allOf) return '{ }'
  const type = [schema.type ?? 'any'].flat().join(' | ')
  const named = schema.format ?? schema.contentMediaType
  return `${type}${named ? ` ${named}` : ''}${span(schema.minimum ?? schema.minLength, schema.maximum ?? schema.maxLength)}`
}

function span(least: number | undefined, most: number | undefined): string {
  if (least === undefined && most === undefined) return ''
  return ` ${least ?? ''}…${most ?? ''}`
}
