import { readFileSync } from 'node:fs'
import path from 'node:path'
import type { Plugin } from 'vite'

/** Packages of this repository that publish what they have by one file. */
const PUBLISHED: Readonly<Record<string, string>> = {
  '@brendik/core': '../../packages/core/src/index.ts',
  '@brendik/words/lean': '../../packages/words/src/lean.ts',
}
const IMPORT = /^import \{([^}]*)\} from '([^']+)'/gm
const EXPORT = /^export (type )?\{([^}]*)\} from '([^']+)'/gm
/** A file that does nothing but hand on what others have. */
const ONLY_HANDS_ON = /^(?:\s|\/\*[\s\S]*?\*\/|\/\/[^\n]*|export (?:type )?\{[^}]*\} from '[^']+';?)*$/

interface Named {
  name: string
  as: string
  isType: boolean
}
function namesIn(list: string): Named[] {
  return list
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '')
    .map((one) => {
      const isType = one.startsWith('type ')
      const [name = '', as = name] = one.replace(/^type /, '').split(/ as /)
      return { name, as, isType }
    })
}

/** Which file has what such a file hands on, by name; null = it is no such file. */
function handsOn(file: string, known: Map<string, Map<string, { file: string; name: string }> | null>) {
  const before = known.get(file)
  if (before !== undefined) return before
  const text = readFileSync(file, 'utf8')
  const names = new Map<string, { file: string; name: string }>()
  if (ONLY_HANDS_ON.test(text))
    for (const [, , list = '', from = ''] of text.matchAll(EXPORT))
      for (const { name, as } of namesIn(list))
        names.set(as, { file: path.resolve(path.dirname(file), from), name })
  known.set(file, names.size > 0 ? names : null)
  return names.size > 0 ? names : null
}

/**
 * Imports from the file that has it, instead of from the one by which a package or a feature publishes it: by the latter every page would need
 * whatever any page needs, and the first page would wait for all of it.
 */
export function directImports(root: string): Plugin {
  const known = new Map<string, Map<string, { file: string; name: string }> | null>()
  const published = (specifier: string, from: string): string | null => {
    const own = PUBLISHED[specifier]
    if (own) return path.resolve(root, own)
    return /^\.\.?\/.*\bindex\.ts$/.test(specifier) ? path.resolve(path.dirname(from), specifier) : null
  }
  return {
    name: 'direct-imports',
    enforce: 'pre',
    apply: 'build',
    transform(code, id) {
      if (!/\.tsx?$/.test(id) || id.includes('node_modules')) return null
      const direct = code.replace(IMPORT, (whole, list: string, specifier: string) => {
        const file = published(specifier, id)
        const names = file && handsOn(file, known)
        if (!names) return whole
        return namesIn(list)
          .filter(({ isType }) => !isType)
          .map(({ name, as }) => {
            const has = names.get(name)
            if (!has) throw new Error(`${id}: ${specifier} has no ${name}`)
            return `import { ${has.name} as ${as} } from ${JSON.stringify(has.file)}`
          })
          .join('; ')
      })
      return direct === code ? null : { code: direct, map: null }
    },
  }
}
