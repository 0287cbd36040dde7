/** A JSON Schema, as far as the page reads it. */
export interface Schema {
  type?: string | string[]
  properties?: Record<string, Schema>
  required?: string[]
  items?: Schema
  allOf?: Schema[]
  anyOf?: Schema[]
  oneOf?: Schema[]
  enum?: unknown[]
  const?: unknown
  minimum?: number
  maximum?: number
  minLength?: number
  maxLength?: number
  minItems?: number
  maxItems?: number
  format?: string
  contentMediaType?: string
}
export type Method = 'get' | 'put' | 'post' | 'delete'
/** An address of the server and what it does. */
export interface InterfaceOperation {
  operationId: string
  tags: string[]
  summary: string
  security: Record<string, unknown>[]
  /** Present where only an owner may. */
  description?: string
  parameters?: { name: string; in: 'path' | 'query'; required: boolean; schema: Schema }[]
  requestBody?: { content: Record<string, { schema: Schema }> }
  responses: Record<string, { content?: Record<string, unknown> }>
}
/** What the server says it may be asked (OpenAPI 3.1), as far as the page reads it. */
export interface InterfaceDocument {
  info: { version: string; description: string }
  tags: { name: string; description: string }[]
  paths: Record<string, Partial<Record<Method, InterfaceOperation>>>
}
