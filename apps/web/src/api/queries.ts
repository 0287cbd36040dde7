import type {
  DayAnswer,
  InstrumentAnswer,
  MachineAnswer,
  MachineSpec,
  ObservationEvent,
  RunAnswer,
  SiteAnswer,
  SiteSpec,
  VisitAnswer,
} from '@brendik/core'
import { queryOptions } from '@tanstack/react-query'
import { get, post, put } from './client.ts'

/** Every address the screens read, with its key, once. */
export const dayQuery = (fromMs: number, toMs: number) =>
  queryOptions({
    queryKey: ['day', fromMs],
    queryFn: () => get<DayAnswer>(`/day?fromMs=${fromMs}&toMs=${toMs}`),
  })
export const visitQuery = (id: string) =>
  queryOptions({ queryKey: ['visit', id], queryFn: () => get<VisitAnswer>(`/visits/${id}`) })
export const runQuery = (id: string) =>
  queryOptions({ queryKey: ['run', id], queryFn: () => get<RunAnswer>(`/runs/${id}`) })
export const machinesQuery = queryOptions({
  queryKey: ['machines'],
  queryFn: () => get<MachineAnswer[]>('/machines'),
})
export const sitesQuery = queryOptions({ queryKey: ['sites'], queryFn: () => get<SiteAnswer[]>('/sites') })
export const instrumentsQuery = queryOptions({
  queryKey: ['instruments'],
  queryFn: () => get<InstrumentAnswer[]>('/instruments'),
  refetchInterval: 5000,
})

export const putMachine = (id: string, spec: MachineSpec) => put(`/machines/${id}`, spec)
export const putSite = (id: string, site: { name: string; spec: SiteSpec }) => put(`/sites/${id}`, site)
export const putVisit = (
  id: string,
  visit: { machineId: string; siteId: string; dueAtMs: number; complaint: string },
) => put(`/visits/${id}`, visit)

/** Sent at once; safe to send again, since every observation carries its id. */
export const postObservations = (visitId: string, observations: ObservationEvent[]) =>
  post(`/visits/${visitId}/observations`, { observations })
