import { SIGNED_TOPIC, saidOf } from '@brendik/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { ApiError } from '../api/client.ts'
import { CustomerPage, keepPaper, type PaperFile, ShareSheet, SignSheet } from '../features/report/index.ts'
import { useSpace } from '../features/visit/index.ts'
import { t } from '../lib/words.ts'
import { Action, ActionBar } from '../ui/ActionBar.tsx'
import { Button } from '../ui/Button.tsx'
import { Notice } from '../ui/Notice.tsx'
import { Scroll } from '../ui/Scroll.tsx'

const FILES = [
  { what: 'record.pdf', name: ', record.pdf', text: t('record.full') },
  { what: 'visit.zip', name: ', visit.zip', text: t('record.file') },
  { what: 'tables.zip', name: ', tables.zip', text: t('table.take') },
  { what: 'tables.xlsx', name: ', tables.xlsx', text: t('table.takeSheet') },
] as const

/** The page that the customer gets: read here, printed, kept as a PDF, or read by a link. */
export function ReportPage() {
  const space = useSpace()
  const { id } = space.visit
  const [sharing, setSharing] = useState(false)
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<string | null>(null)
  const [signing, setSigning] = useState(false)
  const signed = saidOf(space.said, SIGNED_TOPIC) !== null
  const take = (what: PaperFile, name: string) => {
    setBusy(true)
    setProblem(null)
    keepPaper(id, what, `${space.visit.site.name}${name}`).then(
      () => setBusy(false),
      (error: Error) => {
        setBusy(false)
        setProblem(error instanceof ApiError && error.status > 0 ? error.message : t('report.fileAway'))
      },
    )
  }
  return (
    <>
      <main className="min-h-0 flex-1">
        <Scroll label={t('report.report')} className="h-full overflow-y-auto">
          {problem && (
            <Notice tone="watch" alert className="sticky top-0 z-10 m-4 p-3 print:hidden">
              {problem}
            </Notice>
          )}
          <CustomerPage
            space={space}
            sign={
              <Button look="word" className="w-full text-water print:hidden" onClick={() => setSigning(true)}>
                {t('sign.sign')}
              </Button>
            }
          />
          <p className="mx-auto flex max-w-[80ch] flex-wrap gap-x-8 px-5 pb-8 md:px-12 print:hidden">
            {FILES.map(({ what, name, text }) => (
              <Button
                key={what}
                look="word"
                className="text-water"
                disabled={busy}
                onClick={() => take(what, name)}
              >
                {text}
              </Button>
            ))}
            {signed && (
              <Button look="word" className="text-soft" onClick={() => space.say(SIGNED_TOPIC, null)}>
                {t('sign.takeBack')}
              </Button>
            )}
          </p>
        </Scroll>
      </main>
      {signing && <SignSheet space={space} onClose={() => setSigning(false)} />}
      {sharing && <ShareSheet visitId={id} onClose={() => setSharing(false)} />}
      <ActionBar>
        <Action
          weight="main"
          name={t('report.print')}
          hint={t('report.printHint')}
          onPress={() => window.print()}
        />
        <Action
          weight="half"
          name={t('report.asPdf')}
          hint={t('report.pdfHint')}
          disabled={busy}
          onPress={() => take('report.pdf', '.pdf')}
        />
        <Action
          weight="half"
          name={t('report.share')}
          hint={t('report.shareHint')}
          onPress={() => setSharing(true)}
        />
        <Link
          to={`/visits/${id}/prove`}
          className="flex min-h-16 flex-1 flex-col justify-center px-4 text-lg font-semibold md:px-5"
        >
          {t('prove.prove')}
        </Link>
      </ActionBar>
    </>
  )
}
