import { once } from 'node:events'
import { createServer } from 'node:net'

/** A port of this machine that nobody listens on. */
export async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1')
  await once(server, 'listening')
  const address = server.address()
  server.close()
  if (address === null || typeof address === 'string') throw new Error('no free port')
  return address.port
}
