import type { IntlMessageFormat } from 'intl-messageformat'

type Pattern = ReturnType<IntlMessageFormat['getAst']>
/** Kinds of pieces of a pattern, as the parser of messages numbers them. */
const LITERAL = 0
const SELECT = 5
const PLURAL = 6

const ACCENTED: Readonly<Record<string, string>> = {
  a: 'á',
  e: 'é',
  i: 'í',
  o: 'ó',
  u: 'ú',
  A: 'Á',
  E: 'É',
  O: 'Ó',
}

/** A pattern with every letter that comes from the table marked, so that what was written elsewhere stands out. */
export function pseudo(pattern: Pattern): Pattern {
  return pattern.map((piece) => {
    if (piece.type === LITERAL)
      return { ...piece, value: piece.value.replace(/[aeiouAEO]/g, (letter) => ACCENTED[letter] ?? letter) }
    if (piece.type !== SELECT && piece.type !== PLURAL) return piece
    const options = Object.fromEntries(
      Object.entries(piece.options).map(([name, option]) => [
        name,
        { ...option, value: pseudo(option.value) },
      ]),
    )
    return { ...piece, options } as typeof piece
  })
}

/** Names of the values by which a pattern chooses between wordings. */
export function choicesOf(pattern: Pattern): Set<string> {
  const names = new Set<string>()
  for (const piece of pattern) {
    if (piece.type !== SELECT && piece.type !== PLURAL) continue
    if (piece.type === SELECT) names.add(piece.value)
    for (const option of Object.values(piece.options))
      for (const name of choicesOf(option.value)) names.add(name)
  }
  return names
}
