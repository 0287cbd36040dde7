import { t } from '../../lib/words.ts'
import { askedBy, type Line } from './document.ts'
import { type Field, fieldsOf, kindOf } from './fields.ts'

/** A zero-width space: a long address goes on in the next line after a stroke. */
const MAY_BREAK = '\u200b'

/** One address: what it does, and folded away what is sent and what comes back. */
export function OperationLine({ line: { method, path, operation } }: { line: Line }) {
  const [[type, body] = []] = Object.entries(operation.requestBody?.content ?? {})
  const asked = (operation.parameters ?? []).filter((one) => one.in === 'query')
  const fields = body ? fieldsOf(body.schema) : []
  return (
    <details className="border-t border-hair">
      <summary className="grid min-h-12 cursor-pointer grid-cols-[4rem_minmax(0,1fr)_auto] items-baseline gap-x-3 py-2.5 md:grid-cols-[4rem_minmax(16rem,24rem)_1fr_auto]">
        <span className="small-figure text-lg uppercase">{method}</span>
        <code className="text-sm break-words md:text-base">{path.replace(/\//g, `/${MAY_BREAK}`)}</code>
        <span className="leading-snug text-soft max-md:order-1 max-md:col-span-2 max-md:col-start-2">
          {operation.summary}
        </span>
        <span className="text-soft" aria-hidden="true">
          ▾
        </span>
      </summary>
      <div className="grid gap-3 pb-5 md:pl-[4.75rem]">
        <p className="text-soft">{t('interface.by', { by: askedBy(operation) })}</p>
        {asked.length > 0 && (
          <Fields
            title={t('interface.askedWith')}
            fields={asked.map(({ name, schema, required }) => ({
              name,
              is: kindOf(schema),
              needed: required,
              depth: 0,
            }))}
          />
        )}
        {type && <Fields title={`${t('interface.sends')}: ${type}`} fields={fields} />}
        <p>
          {t('interface.gives')}: {Object.keys(operation.responses['200']?.content ?? {}).join(', ')}
        </p>
      </div>
    </details>
  )
}

function Fields({ title, fields }: { title: string; fields: readonly Field[] }) {
  return (
    <section aria-label={title}>
      <h3 className="text-sm font-semibold">{title}</h3>
      <ul>
        {fields.map(({ name, is, needed, depth }, n) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: a description never changes while it is read
            key={n}
            style={{ paddingLeft: `${1.25 * depth}rem` }}
            className="flex flex-wrap gap-x-4 border-t border-hair py-1"
          >
            <code className="font-semibold">{name}</code>
            <code className="min-w-0 break-words text-soft">{is}</code>
            {needed && <span className="text-sm text-soft">{t('interface.needed')}</span>}
          </li>
        ))}
      </ul>
    </section>
  )
}
