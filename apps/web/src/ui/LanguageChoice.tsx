import { LANGUAGES, type Language } from '@brendik/core'
import { usePrefs } from '../lib/prefs.ts'
import { t } from '../lib/words.ts'
import { Choice } from './Choice.tsx'

/** Each by its own name, so that whoever reads only one of them finds it. */
const OWN_NAME: Record<Language, string> = { en: 'English', es: 'Español' }

/** The language in which the app speaks. */
export function LanguageChoice({ onChoose }: { onChoose: (language: Language) => void }) {
  const { language } = usePrefs()
  return (
    <Choice
      label={t('ui.language')}
      value={language}
      options={LANGUAGES.map((value) => ({ value, text: OWN_NAME[value] }))}
      onChange={(chosen) => chosen !== 'pseudo' && onChoose(chosen)}
    />
  )
}
