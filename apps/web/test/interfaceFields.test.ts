import { expect, it } from '@jest/globals'
import { fieldsOf, kindOf } from '../src/features/interface/fields.ts'

it('names every field of what may be sent, and as needed only what all kinds of it need', () => {
  const either = {
    type: 'object',
    required: ['list'],
    properties: {
      list: {
        type: 'array',
        minItems: 1,
        items: {
          oneOf: [
            {
              type: 'object',
              properties: {
                type: { const: 'seen' },
                id: { type: 'string', format: 'uuid' },
                mm: { type: 'number', minimum: -5 },
              },
              required: ['type', 'id', 'mm'],
            },
            {
              type: 'object',
              properties: { type: { const: 'gone' }, id: { type: 'string', format: 'uuid' } },
              required: ['type', 'id'],
            },
          ],
        },
      },
    },
  }
  expect(
    fieldsOf({ allOf: [either, { type: 'object', properties: { putId: { type: 'string' } } }] }),
  ).toEqual([
    { name: 'list', is: '[{ }] 1…', needed: true, depth: 0 },
    { name: 'type', is: '"seen" | "gone"', needed: true, depth: 1 },
    { name: 'id', is: 'string uuid', needed: true, depth: 1 },
    { name: 'mm', is: 'number -5…', needed: false, depth: 1 },
    { name: 'putId', is: 'string', needed: false, depth: 0 },
  ])
  expect(kindOf({ anyOf: [{ type: 'number', maximum: 3 }, { type: 'null' }] })).toBe('number …3 | null')
})
