import { fromBuffer, type ZipFile } from 'yauzl'

/** What a zip holds, by another reader than the one that wrote it: sizes and names are checked, whatever is not by the rules throws. */
export async function unzip(bytes: Uint8Array): Promise<Map<string, Buffer>> {
  const zip = await new Promise<ZipFile>((resolve, reject) =>
    fromBuffer(
      Buffer.from(bytes),
      { lazyEntries: true, validateEntrySizes: true, strictFileNames: true },
      (error, opened) => (error ? reject(error) : resolve(opened)),
    ),
  )
  const found = new Map<string, Buffer>()
  return new Promise((resolve, reject) => {
    zip.on('error', reject)
    zip.on('end', () => resolve(found))
    zip.on('entry', (entry) =>
      zip.openReadStream(entry, (error, stream) => {
        if (error) return reject(error)
        const chunks: Buffer[] = []
        stream.on('error', reject)
        stream.on('data', (chunk: Buffer) => chunks.push(chunk))
        stream.on('end', () => {
          found.set(entry.fileName, Buffer.concat(chunks))
          zip.readEntry()
        })
      }),
    )
    zip.readEntry()
  })
}
