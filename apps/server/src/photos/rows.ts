import * as v from 'valibot'

/** What the statements about photos answer. */
export const photoRow = v.strictObject({
  id: v.string(),
  visitId: v.string(),
  atMs: v.number(),
  by: v.string(),
  stage: v.string(),
})
export const photoContentRow = v.strictObject({ mime: v.string(), bytes: v.instance(Buffer) })
export const photoRoomRow = v.strictObject({ bytes: v.number(), ofVisit: v.number() })
