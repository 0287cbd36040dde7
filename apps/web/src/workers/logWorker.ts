import { LogReader, type LogReading, type ReadLog } from '@brendik/core'
import { expose, transfer } from 'comlink'

/** Told while a file is read: which share of it, 0 to 1. */
export type Progress = (share: number) => void

/** How the file's letters are written: UTF-8, else as old loggers write them. */
async function alphabetOf(file: Blob): Promise<string> {
  try {
    // A letter may be cut in two at the end of the part.
    new TextDecoder('utf-8', { fatal: true }).decode(await file.slice(0, 4096).arrayBuffer(), {
      stream: true,
    })
    return 'utf-8'
  } catch {
    return 'windows-1252'
  }
}

/** Lines of a file as they are read, no more of it held than a piece. */
async function* linesOf(file: Blob, told: (bytes: number) => void): AsyncGenerator<string> {
  const decoder = new TextDecoder(await alphabetOf(file))
  const reader = file.stream().getReader()
  let [held, bytes] = ['', 0]
  for (;;) {
    const { done, value } = await reader.read()
    if (done) break
    bytes += value.byteLength
    const lines = (held + decoder.decode(value, { stream: true })).split(/\r\n|\n|\r(?!$)/)
    held = lines.pop() ?? ''
    for (const line of lines) yield line
    told(bytes)
  }
  const rest = held + decoder.decode()
  if (rest !== '') yield rest.replace(/\r$/, '')
}

const log = {
  /** The first lines of a file. */
  async head(file: Blob, most: number): Promise<string[]> {
    const lines: string[] = []
    for await (const line of linesOf(file.slice(0, 262_144), () => {})) {
      lines.push(line)
      if (lines.length >= most) break
    }
    return lines
  },
  /** A whole file, read by the device's own clock. */
  async read(file: Blob, reading: Omit<LogReading, 'instantAt'>, told: Progress): Promise<ReadLog> {
    const reader = new LogReader({
      ...reading,
      instantAt: ({ year, month, day, hour, minute, second }) =>
        new Date(year, month - 1, day, hour, minute).getTime() + second * 1000,
    })
    let last = 0
    for await (const line of linesOf(file, (bytes) => {
      const share = bytes / file.size
      if (share - last < 0.02) return
      last = share
      told(share)
    }))
      reader.push(line)
    const found = reader.finish()
    return transfer(found, [
      found.atMs.buffer,
      found.levelMm.buffer,
      found.rulerMm.buffer,
      found.flowLMin.buffer,
      found.currentA.buffer,
    ])
  },
}
export type LogFile = typeof log
expose(log)
