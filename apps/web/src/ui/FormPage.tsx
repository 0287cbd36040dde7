import { type ReactNode, useEffect, useRef, useState } from 'react'
import { type FieldValues, FormProvider, type UseFormReturn } from 'react-hook-form'
import { t } from '../lib/words.ts'
import { Action, ActionBar } from './ActionBar.tsx'
import { TopBar } from './TopBar.tsx'

/** A screen that is a form: fields, then one bar with the act and the way back. */
export function FormPage<T extends FieldValues>({
  title,
  save,
  saveHint,
  form,
  onSave,
  onCancel,
  children,
}: {
  title: string
  save: string
  saveHint: string
  form: UseFormReturn<T>
  onSave: (values: T) => void
  onCancel: () => void
  children: ReactNode
}) {
  const fields = useRef<HTMLElement>(null)
  const [tried, setTried] = useState(false)
  const [marked, setMarked] = useState<string[]>([])
  const { errors } = form.formState
  // Read off the page once it shows them: there each field has the name that the user knows.
  useEffect(() => setMarked(errors ? namesOfMarked(fields.current) : []), [errors])
  return (
    <FormProvider {...form}>
      <div className="flex h-full flex-col">
        <TopBar title={title}>
          <h1 className="truncate font-semibold">{title}</h1>
        </TopBar>
        <main ref={fields} className="min-h-0 flex-1 overflow-y-auto px-4 py-5 md:px-[170px]">
          {children}
        </main>
        {tried && marked.length > 0 && (
          <p role="alert" className="border-t border-watch bg-watch-face px-5 py-3">
            {t('formPage.lookAgainAt', { count: marked.length, fields: marked.join('; ') })}
          </p>
        )}
        <ActionBar>
          <Action
            weight="main"
            name={save}
            hint={saveHint}
            onPress={() => {
              setTried(true)
              form.handleSubmit(onSave)()
            }}
          />
          <Action weight="half" name={t('ui.cancel')} hint={t('formPage.changeNothing')} onPress={onCancel} />
        </ActionBar>
      </div>
    </FormProvider>
  )
}

function namesOfMarked(form: HTMLElement | null): string[] {
  const marked = form?.querySelectorAll<HTMLInputElement>('[aria-invalid=true]') ?? []
  // The name alone: what follows it is the unit.
  return Array.from(marked, (field) => field.labels?.[0]?.firstChild?.textContent ?? field.name)
}
