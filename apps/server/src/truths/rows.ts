import * as v from 'valibot'

/** What a workshop uses of what its visits taught. */
export const learningRow = v.strictObject({ uses: v.boolean(), bands: v.boolean() })
