import type {
  ArchiveNowAnswer,
  BlocksAnswer,
  ChangeAnswer,
  DayAnswer,
  FoundInvitationAnswer,
  InstrumentAnswer,
  InvitationAnswer,
  KnownMachine,
  Language,
  LearnedAnswer,
  LogbookAnswer,
  MachineHistory,
  OrderEntry,
  OwnModelAnswer,
  OwnOrder,
  OwnRecordsAnswer,
  OwnRunAnswer,
  OwnSession,
  OwnTime,
  Paper,
  PersonAnswer,
  PriceList,
  PriceListAnswer,
  ReadingBlock,
  ReportLinkAnswer,
  RivalAnswer,
  Role,
  RunAnswer,
  RunSummary,
  SessionAnswer,
  SharedReportAnswer,
  SiteAnswer,
  VisitAnswer,
} from '@brendik/core'
import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query'
import { paperNow } from '../lib/paper.ts'
import { del, get, post, put } from './client.ts'
import type { InterfaceDocument } from './interfaceDocument.ts'

/** Every address the screens read, with its key, once. */
export const dayQuery = (fromMs: number, toMs: number) =>
  queryOptions({
    queryKey: ['day', fromMs],
    queryFn: () => get<DayAnswer>(`/day?fromMs=${fromMs}&toMs=${toMs}`),
  })
/** A verdict under way is there in a moment, ms until it is asked for; else as often as the screen wants, false = never. */
export const untilVerdicts = <T extends number | false>(
  runs: readonly RunSummary[] | undefined,
  otherwise: T,
): number | T => (runs?.some((run) => run.pending) ? 600 : otherwise)
export const visitQuery = (id: string) =>
  queryOptions({ queryKey: ['visit', id], queryFn: () => get<VisitAnswer>(`/visits/${id}`) })
export const runQuery = (id: string) => queryOptions({ queryKey: ['run', id], queryFn: () => openRun(id) })
/** The facts of a run without what was streamed into it. */
export const runFactsQuery = (id: string) =>
  queryOptions({ queryKey: ['run-facts', id], queryFn: () => get<RunAnswer>(`/runs/${id}`) })
/** How long checks really took, for this person and the workshop. */
export const ownTimesQuery = queryOptions({
  queryKey: ['own-times'],
  queryFn: () => get<OwnTime[]>('/own-times'),
  staleTime: 600_000,
})
/** The order of checks that the workshop set. */
export const ownOrderQuery = queryOptions({
  queryKey: ['own-order'],
  queryFn: () => get<OwnOrder>('/own-order'),
  staleTime: 60_000,
})
/** What the workshop charges. */
export const pricesQuery = queryOptions({
  queryKey: ['prices'],
  queryFn: () => get<PriceListAnswer>('/prices'),
  staleTime: 60_000,
})
export const putPrices = (prices: PriceList) => put('/prices', prices)
export const putOwnOrder = (entries: readonly OrderEntry[]) => put('/own-order', { entries })
/** A run with all that was streamed into it. */
export interface OpenedRun extends RunAnswer {
  blocks: ReadingBlock[]
}
async function openRun(id: string): Promise<OpenedRun> {
  const run = await get<RunAnswer>(`/runs/${id}`)
  const blocks: ReadingBlock[] = []
  for await (const page of blockPages(id, 0)) blocks.push(...page.blocks)
  return { ...run, blocks }
}
/** What was streamed into a run after a number, a page at a time. */
export async function* blockPages(runId: string, after: number): AsyncGenerator<BlocksAnswer> {
  for (let from = after; ; ) {
    const page = await get<BlocksAnswer>(`/runs/${runId}/blocks?after=${from}`)
    if (page.blocks.length > 0) yield page
    if (!page.more) return
    from = page.upTo
  }
}
/** The server lists no more machines than this at once. */
export const MOST_MACHINES = 500
/** The newest machines, or those of whose names all words are part. */
export const machinesQuery = (words = '') =>
  queryOptions({
    queryKey: ['machines', words],
    queryFn: () => get<KnownMachine[]>(words ? `/machines?${new URLSearchParams({ words })}` : '/machines'),
  })
export const sitesQuery = queryOptions({ queryKey: ['sites'], queryFn: () => get<SiteAnswer[]>('/sites') })
/** What two said of one field of a record without seeing each other, and nobody has chosen yet. */
export const rivalsQuery = queryOptions({
  queryKey: ['rivals'],
  queryFn: () => get<RivalAnswer[]>('/rivals'),
})
export const instrumentsQuery = queryOptions({
  queryKey: ['instruments'],
  queryFn: () => get<InstrumentAnswer[]>('/instruments'),
  refetchInterval: 5000,
})

export const machineQuery = (id: string) =>
  queryOptions({ queryKey: ['machine', id], queryFn: () => get<MachineHistory>(`/machines/${id}`) })
export const logbookQuery = (words: string) =>
  infiniteQueryOptions({
    queryKey: ['logbook', words],
    queryFn: ({ pageParam }) =>
      get<LogbookAnswer>(
        `/logbook?${new URLSearchParams({ words, ...(pageParam ? { after: pageParam } : {}) })}`,
      ),
    initialPageParam: '',
    getNextPageParam: (page: LogbookAnswer) => page.next,
  })
export const reportLinksQuery = (visitId: string) =>
  queryOptions({
    queryKey: ['report-links', visitId],
    queryFn: () => get<ReportLinkAnswer[]>(`/visits/${visitId}/report-links`),
  })
export const postReportLink = ({
  visitId,
  ...link
}: {
  visitId: string
  id: string
  days: number
  paper: Paper
}) => post<{ token: string }>(`/visits/${visitId}/report-links`, link)
export const deleteReportLink = (id: string) => del(`/report-links/${id}`)
/** What the workshop's visits taught. */
export const learnedQuery = queryOptions({
  queryKey: ['learned'],
  queryFn: () => get<LearnedAnswer>('/learned'),
})
/** What the server may be asked, as it describes itself, in the words of this device. */
export const interfaceQuery = queryOptions({
  queryKey: ['interface'],
  queryFn: () => get<InterfaceDocument>(`/openapi.json?${new URLSearchParams(paperNow())}`),
  staleTime: 600_000,
})
export const putLearning = (what: { uses?: boolean; bands?: boolean }) => put('/learned', what)
/** Makes, models and families of which there are runs of machines proven healthy. */
export const ownRecordsQuery = queryOptions({
  queryKey: ['own-records'],
  queryFn: () => get<OwnRecordsAnswer>('/own-records'),
})
export const ownModelQuery = (key: string) =>
  queryOptions({
    queryKey: ['own-records', key],
    queryFn: () => get<OwnModelAnswer>(`/own-records/${encodeURIComponent(key)}`),
    // What was set aside is worked out anew in a moment; of more runs than are learned from the oldest are never compared.
    refetchInterval: ({ state }) => {
      const waitedMs = Date.now() - askedAtMs
      if (waitedMs > WAITED_FOR_MS || !state.data?.runs.some(unsettled)) return false
      return waitedMs < SOON_MS ? 1000 : 5000
    },
  })
/** A server that has much to do takes minutes for what it does in a second else, ms. */
const WAITED_FOR_MS = 1_800_000
const SOON_MS = 30_000
/** When a run was last set aside or counted again here. */
let askedAtMs = 0
/** A run that was set aside or counted again, and not compared since. */
const unsettled = ({ setAsideBy, sd }: OwnRunAnswer) => (setAsideBy === null) === (sd === 0)
export function putOwnRun({ runId, counts }: { runId: string; counts: boolean }) {
  askedAtMs = Date.now()
  return put(`/own-records/runs/${runId}`, { counts })
}
/** The address of one's own calendar. */
export const postCalendar = () => post<{ token: string }>('/me/calendar', {})
export const deleteCalendar = () => del('/me/calendar')
/** What a link shows, to whoever has it. */
export const sharedQuery = (token: string) =>
  queryOptions({
    queryKey: ['shared', token],
    queryFn: () => get<SharedReportAnswer>(`/shared/${token}`),
    staleTime: 60_000,
  })
export const readSession = () => get<SessionAnswer>('/session')
export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: readSession,
  staleTime: 30_000,
})
/** The language in which the person wants to be spoken to, on every device. */
export const chooseLanguage = (language: Language) => put<{ ok: true }>('/me', { language })
export const ownSessionsQuery = queryOptions({
  queryKey: ['sessions'],
  queryFn: () => get<OwnSession[]>('/me/sessions'),
})
export const printedCodeQuery = queryOptions({
  queryKey: ['printed code'],
  queryFn: () => get<{ madeAtMs: number | null }>('/me/recovery'),
})
export const peopleQuery = queryOptions({
  queryKey: ['people'],
  queryFn: () => get<PersonAnswer[]>('/people'),
})
export const invitationsQuery = queryOptions({
  queryKey: ['invitations'],
  queryFn: () => get<InvitationAnswer[]>('/invitations'),
})
export const keysQuery = queryOptions({
  queryKey: ['keys'],
  queryFn: () => get<{ id: string; label: string }[]>('/instrument-keys'),
})
export const changesQuery = queryOptions({
  queryKey: ['changes'],
  queryFn: () => get<ChangeAnswer[]>('/changes'),
})
export const invitationQuery = (token: string) =>
  queryOptions({
    queryKey: ['invitation', token],
    queryFn: () => get<FoundInvitationAnswer>(`/invitations/${token}`),
  })

export const signIn = (email: string, password: string) => post('/session', { email, password })
export const signInToDemo = (role: Role) => post('/session/demo', { role })
export const signOut = () => del('/session')
export interface NewPerson {
  name: string
  email: string
  password: string
}
export const setUpWorkshop = (person: NewPerson & { workshopName: string }) => post('/workshops', person)
export const takeInvitation = (token: string, person: NewPerson) => post(`/invitations/${token}`, person)
export const changePassword = (words: { before: string; after: string }) => put('/me/password', words)
/** By a code from an owner, or one's own printed one. */
export const recover = (code: string, password: string) => post('/recovery', { code, password })
export const postRecovery = (personId: string) => post<{ code: string }>(`/people/${personId}/recovery`, {})
export const printCode = (password: string) => post<{ code: string }>('/me/recovery', { password })
export const endSession = (id: string) => del(`/me/sessions/${id}`)
export const putPerson = ({ id, name, role, active }: PersonAnswer) =>
  put(`/people/${id}`, { name, role, active })
export const postInvitation = (invitation: { id: string; name: string; role: Role }) =>
  post<{ token: string }>('/invitations', invitation)
export const deleteInvitation = (id: string) => del(`/invitations/${id}`)
export const postKey = (key: { id: string; label: string }) =>
  post<{ token: string }>('/instrument-keys', key)
export const tokensQuery = queryOptions({
  queryKey: ['tokens'],
  queryFn: () => get<{ id: string; label: string; records: boolean; untilMs: number }[]>('/me/tokens'),
})
export const postToken = (token: { id: string; label: string; records: boolean; days: number }) =>
  post<{ token: string }>('/me/tokens', token)
/** The archive that was asked for, if there is one; while it is written its progress is asked for. */
export const archiveQuery = queryOptions({
  queryKey: ['archive'],
  queryFn: () => get<ArchiveNowAnswer>('/archive'),
  refetchInterval: ({ state }) => {
    const { state: made, untilMs } = state.data?.archive ?? {}
    // One that is not here any more is not offered.
    return made === 'writing' ? 700 : untilMs ? Math.max(5000, untilMs - Date.now()) : false
  },
})
export const postArchive = (id: string) => post<ArchiveNowAnswer>('/archive', { id })
export const deleteToken = (id: string) => del(`/me/tokens/${id}`)
export const deleteKey = (id: string) => del(`/instrument-keys/${id}`)
