import { v4 } from 'uuid'

/** A new UUID. Not crypto.randomUUID: browsers keep that from pages served over plain http in the workshop's own network. */
export const newId = (): string => v4()
