// Every visit of a workshop as a file, out into a folder and in again, in one file. Runs on Node without any package:
//
//   BRENDIK_URL=http://127.0.0.1:4173 BRENDIK_TOKEN=… node docs/examples/visits.mjs out copies/
//   BRENDIK_URL=http://127.0.0.1:4173 BRENDIK_TOKEN=… node docs/examples/visits.mjs in copies/
//
// The token is one's own, made under Workshop, Tokens for your programs: for reading; to bring visits in it has to be one that may record too.
// What is asked here stands in /api/openapi.json. Visits that are there already change nothing, however often it is called.
import { mkdir, readdir, readFile, rename, writeFile } from 'node:fs/promises'
import path from 'node:path'

const { BRENDIK_URL: url, BRENDIK_TOKEN: token } = process.env
const [way, folder] = process.argv.slice(2)
if (!url || !token || !folder || (way !== 'out' && way !== 'in')) {
  console.error('visits: expected BRENDIK_URL, BRENDIK_TOKEN, and: out FOLDER or in FOLDER')
  process.exit(2)
}

async function ask(method, address, body) {
  const answer = await fetch(`${url}/api${address}`, {
    method,
    headers: {
      authorization: `Bearer ${token}`,
      ...(body ? { 'content-type': 'application/zip' } : {}),
    },
    ...(body ? { body } : {}),
  })
  if (!answer.ok) throw new Error(`${method} ${address}: ${(await answer.json()).message}`)
  return answer
}

async function out() {
  await mkdir(folder, { recursive: true })
  let written = 0
  for (let after = ''; after !== null; ) {
    const { lines, next } = await (
      await ask('GET', `/logbook?${new URLSearchParams(after ? { after } : {})}`)
    ).json()
    for (const { id } of lines) {
      const zip = Buffer.from(await (await ask('GET', `/visits/${id}/visit.zip`)).arrayBuffer())
      // Beside it and then in its place: what is cut off spoils no copy that was whole.
      await writeFile(path.join(folder, `${id}.part`), zip)
      await rename(path.join(folder, `${id}.part`), path.join(folder, `${id}.zip`))
      written++
    }
    after = next
  }
  console.log(`${written} visits written`)
}

async function bringIn() {
  let [stored, refused] = [0, 0]
  for (const name of (await readdir(folder)).filter((one) => one.endsWith('.zip')).sort()) {
    const answer = await ask('POST', '/visit-files?store=yes', await readFile(path.join(folder, name)))
    const brought = await answer.json()
    if (brought.stored) {
      stored++
      console.log(
        `${name}: ${brought.counts.new} new, ${brought.counts.change} written over, ${brought.counts.same} the same`,
      )
    } else {
      refused++
      for (const { line, path: where, problem } of brought.problems)
        console.error(`${name}, line ${line ?? '?'}: ${where}: ${problem}`)
    }
  }
  console.log(`${stored} visits brought in, ${refused} refused`)
  if (refused > 0) process.exitCode = 1
}

await (way === 'out' ? out() : bringIn()).catch((error) => {
  console.error(`visits: ${error.message}`)
  process.exitCode = 1
})
