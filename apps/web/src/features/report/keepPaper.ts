import { getFile } from '../../api/client.ts'
import { paperNow } from './paper.ts'

const ENDING = { report: 'pdf', record: 'pdf', visit: 'zip' } as const

/**
 * Fetches a paper of a visit as a PDF from the server, or the visit's file with its photos, and hands it to the browser's downloads.
 * @throws {ApiError} If the server is away.
 */
export async function keepPaper(visitId: string, what: keyof typeof ENDING, name: string): Promise<void> {
  const file = await getFile(`/visits/${visitId}/${what}.${ENDING[what]}?${new URLSearchParams(paperNow())}`)
  const url = URL.createObjectURL(file)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
