import { MESSAGE_MARK, type Message } from '../src/message.ts'

/** A text with each message that it carries as its id and its figures: "expected.range 8..50, 2". */
export function carried(text: string): string {
  return text.replace(new RegExp(`${MESSAGE_MARK}(.*?)${MESSAGE_MARK}`, 'gs'), (_all, json: string) => {
    const { id, values } = JSON.parse(json) as Message
    const figures = Object.values(values ?? {}).map((value) =>
      typeof value !== 'object'
        ? value
        : 'lo' in value
          ? `${value.lo}..${value.hi}`
          : 'base' in value
            ? value.base
            : '?',
    )
    return [id, figures.join(', ')].filter(Boolean).join(' ')
  })
}
