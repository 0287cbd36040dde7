import type { Plugin, Rolldown } from 'vite'
import { FIRST } from '../../packages/words/src/messages/en/first.ts'
import { PAGES } from '../../packages/words/src/messages/en/pages.ts'

/** A file of the app, and all that it cannot run without. */
export function openedBy(
  id: string,
  of: Pick<Rolldown.ChunkingContext, 'getModuleInfo'>,
  found = new Set<string>(),
): Set<string> {
  if (found.has(id)) return found
  found.add(id)
  for (const next of of.getModuleInfo(id)?.importedIds ?? []) openedBy(next, of, found)
  return found
}

const begins = (table: object, start: string) => Object.keys(table).some((id) => id.startsWith(start))

/** Ids of messages in a file that only come with the words of the other pages, and beginnings of such ids that a code is put to. */
function laterWordsIn(code: string): string[] {
  const whole = [...code.matchAll(/(['"`])([\w.-]+)\1/g)].map(([, , id = '']) => id)
  const starts = [...code.matchAll(/`([\w-]+\.[\w.-]*)\$\{/g)].map(([, start = '']) => start)
  return [
    ...whole.filter((id) => Object.hasOwn(PAGES, id)),
    ...starts.filter((start) => begins(PAGES, start) && !begins(FIRST, start)),
  ]
}

/**
 * Stops the build where words of the other pages are said by a file that is run before they are there. What is loaded by itself runs all
 * that stands in its chunks, and chunks are shared.
 * @param later - Files that wait for the words before they are loaded.
 */
export function firstWords(later: RegExp): Plugin {
  return {
    name: 'first-words',
    apply: 'build',
    generateBundle(_options, bundle) {
      const chunks = Object.values(bundle).filter((one) => one.type === 'chunk')
      const run = new Map<string, Rolldown.OutputChunk>()
      const runs = (chunk: Rolldown.OutputChunk | undefined) => {
        if (!chunk || run.has(chunk.fileName)) return
        run.set(chunk.fileName, chunk)
        for (const name of chunk.imports) runs(chunks.find(({ fileName }) => fileName === name))
      }
      const files = new Set(chunks.flatMap(({ moduleIds }) => moduleIds))
      for (const file of files) {
        const { isEntry, dynamicImporters = [] } = this.getModuleInfo(file) ?? {}
        if ((isEntry || dynamicImporters.length > 0) && !later.test(file))
          runs(chunks.find(({ moduleIds }) => moduleIds.includes(file)))
      }
      for (const { fileName, moduleIds } of run.values())
        for (const file of moduleIds) {
          if (file.includes('node_modules') || file.includes('/messages/')) continue
          const [id] = laterWordsIn(this.getModuleInfo(file)?.code ?? '')
          if (id)
            this.error(
              `${file} in ${fileName}: expected words of the first page (messages/en/first.ts), got ${id}, which is read later`,
            )
        }
    },
  }
}
