import pg from 'pg'

/** One connection, for what goes through everything row by row. */
export type Client = pg.ClientBase

/** A connection of one's own. One that breaks rejects what is being asked on it. */
export async function openClient(url: string): Promise<pg.Client> {
  const client = new pg.Client({ connectionString: url })
  client.on('error', () => {})
  await client.connect()
  return client
}
