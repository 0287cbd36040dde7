import type { Said } from '../../state/entries.ts'

/** A look that cannot be made in this visit, as an entry of it: topic `not-here:<look>`, true; taken back by an entry with no value. */
export const NOT_HERE_TOPIC = /^not-here:([a-z][a-z.:-]{1,60})$/

/** Looks that were said to be impossible in this visit, by their ids. */
export function notHereOf(said: ReadonlyMap<string, Said>): string[] {
  return [...said].flatMap(([topic, { latest }]) => {
    const look = NOT_HERE_TOPIC.exec(topic)?.[1]
    return look && latest.value === true ? [look] : []
  })
}
