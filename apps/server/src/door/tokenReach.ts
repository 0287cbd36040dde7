/** What a personal token may be for. */
export type Reach = 'read' | 'record'

/** What is read and written of the work itself. The rest – people, keys, prices, passwords, links to give away – stays with whoever sits at the screen. */
const READS =
  /^\/api\/(day|logbook|own-times|instruments|machines|sites|rivals|tables\.zip|learned|own-records|own-order|prices|session|visits\/|runs\/|photos\/|machines\/)/
const RECORDS =
  /^\/api\/(visits\/[^/]+(\/(closed|observations|entries))?|runs\/[^/]+\/events|photos\/[^/]+|(machines|sites|customers|rivals)\/[^/]+|visit-files)$/

/**
 * What a token must be for, to ask this of the server; null = no token may.
 * @param path - Without its query.
 */
export function reachOf(method: string, path: string): Reach | null {
  if (method === 'GET' || method === 'HEAD')
    return READS.test(path) && !/\/report-links$/.test(path) ? 'read' : null
  if (method === 'DELETE') return null
  return RECORDS.test(path) ? 'record' : null
}
