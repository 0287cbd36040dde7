import {
  type MachineState,
  machineState,
  type Said,
  saidEntries,
  type VisitAnswer,
  type VisitEntry,
} from '@brendik/core'
import { useMemo } from 'react'
import { useOutletContext } from 'react-router'
import { newId } from '../../lib/newId.ts'
import type { StateCellId } from '../../words/stateText.ts'
import { keepEntries } from './visitFacts.ts'

/** A visit with what is folded from it, shared by every stage. */
export interface Space {
  visit: VisitAnswer
  said: ReadonlyMap<string, Said>
  state: MachineState
  /** Says something of the visit: it replaces what stood, as seen here. */
  say: (topic: string, value: VisitEntry['value'], basedOn?: readonly string[]) => string
  /** Opens the sheet in which one part of the machine's state is set. */
  setField: (field: StateCellId) => void
}

export const useSpace = (): Space => useOutletContext<Space>()

export function useFolded(visit: VisitAnswer | undefined): Omit<Space, 'setField'> | null {
  return useMemo(() => {
    if (!visit) return null
    const said = saidEntries(visit.entries)
    return {
      visit,
      said,
      state: machineState(said, visit.runs, visit.observations),
      say(topic, value, basedOn) {
        const id = newId()
        const seen = basedOn ?? said.get(topic)?.heads.map((head) => head.id) ?? []
        keepEntries(visit.id, [{ id, atMs: Date.now(), topic, value, basedOn: [...seen].slice(-50) }])
        return id
      },
    }
  }, [visit])
}
