import { getFile } from '../../api/client.ts'
import { paperNow } from './paper.ts'

/** Fetches a paper of a visit as a PDF from the server and hands it to the browser's downloads. @throws {ApiError} If the server is away. */
export async function keepPdf(visitId: string, what: 'report' | 'record', name: string): Promise<void> {
  const file = await getFile(`/visits/${visitId}/${what}.pdf?${new URLSearchParams(paperNow())}`)
  const url = URL.createObjectURL(file)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
