import type { ReactNode } from 'react'
import { t } from '../lib/words.ts'
import { Action, ActionBar } from './ActionBar.tsx'
import { TopBar } from './TopBar.tsx'

/** A screen that is a form: fields, then one bar with the act and the way back. */
export function FormPage({
  title,
  save,
  saveHint,
  problem,
  onSave,
  onCancel,
  children,
}: {
  title: string
  save: string
  saveHint: string
  /** Why it cannot be saved, in a sentence. */
  problem: string | null
  onSave: () => void
  onCancel: () => void
  children: ReactNode
}) {
  return (
    <div className="flex h-full flex-col">
      <TopBar title={title}>
        <h1 className="truncate font-semibold">{title}</h1>
      </TopBar>
      <main className="min-h-0 flex-1 overflow-y-auto px-4 py-5 md:px-[170px]">{children}</main>
      {problem && (
        <p role="alert" className="border-t border-watch bg-watch-face px-5 py-3">
          {problem}
        </p>
      )}
      <ActionBar>
        <Action weight="main" name={save} hint={saveHint} onPress={onSave} />
        <Action weight="half" name={t('ui.cancel')} hint={t('formPage.changeNothing')} onPress={onCancel} />
      </ActionBar>
    </div>
  )
}
