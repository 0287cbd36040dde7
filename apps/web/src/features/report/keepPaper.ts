import { getFile } from '../../api/client.ts'
import { paperNow } from '../../lib/paper.ts'

/** What the server makes of a visit to be kept as a file. */
export type PaperFile = 'report.pdf' | 'record.pdf' | 'visit.zip' | 'tables.zip' | 'tables.xlsx'

/**
 * Fetches what the server makes of a visit, and hands it to the browser's downloads.
 * @throws {ApiError} If the server is away.
 */
export async function keepPaper(visitId: string, what: PaperFile, name: string): Promise<void> {
  const file = await getFile(`/visits/${visitId}/${what}?${new URLSearchParams(paperNow())}`)
  const url = URL.createObjectURL(file)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
