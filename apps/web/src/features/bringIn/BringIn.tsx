import type { BroughtAnswer } from '@brendik/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import { type NamedFile, sharedFile } from '../../lib/handedOver.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { Problem } from '../../ui/Problem.tsx'
import { Brought, NewPieces } from './Brought.tsx'
import { takeFile, tryFile } from './sendFile.ts'

/** A visit file, dropped, chosen or handed over by another app: first what it would do, then all of it or nothing. */
export function BringIn() {
  const client = useQueryClient()
  const [chosen, setChosen] = useState<NamedFile | null>(null)
  const [over, setOver] = useState(false)
  const input = useRef<HTMLInputElement>(null)
  const look = useMutation({ mutationFn: tryFile })
  const take = useMutation({
    mutationFn: ({ file, digest }: { file: NamedFile; digest: string }) => takeFile(file, digest),
    onSuccess: ({ stored }) => (stored ? client.invalidateQueries() : undefined),
  })
  const choose = (file: Blob | undefined, name: string) => {
    if (!file) return
    take.reset()
    setChosen({ file, name })
    look.mutate({ file, name })
  }
  const chooseRef = useRef(choose)
  chooseRef.current = choose
  useEffect(() => {
    void sharedFile().then((shared) => shared && chooseRef.current(shared.file, shared.name))
  }, [])
  // What was shown when somebody pressed may not be what is so by now: then it is shown anew.
  const shown = take.data ?? look.data
  const moved = take.data !== undefined && !take.data.stored && take.data.problems.length === 0
  return (
    <div className="grid max-w-[46rem] content-start gap-5">
      {/* biome-ignore lint/a11y/noStaticElementInteractions: a place to drop a file; the button beside it does the same */}
      <div
        onDragOver={(event) => {
          event.preventDefault()
          setOver(true)
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault()
          setOver(false)
          const file = event.dataTransfer.files[0]
          choose(file, file?.name ?? '')
        }}
        className={`grid gap-3 border-2 border-dashed px-5 py-6 ${over ? 'border-water bg-band' : 'border-line'}`}
      >
        <p className="text-lg leading-snug">{t('bring.hint')}</p>
        <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
          <Button
            look={shown ? 'strong' : 'solid'}
            className="px-5"
            onClick={() => {
              // The same file may have been mended meanwhile: it is taken as a new one.
              if (input.current) input.current.value = ''
              input.current?.click()
            }}
          >
            {chosen ? t('bring.another') : t('bring.choose')}
          </Button>
          <input
            ref={input}
            type="file"
            accept=".json,.zip,application/json,application/zip"
            aria-label={t('bring.file')}
            className="sr-only"
            tabIndex={-1}
            onChange={(event) => {
              const file = event.target.files?.[0]
              choose(file, file?.name ?? '')
            }}
          />
          {chosen && <span className="min-w-0 break-words text-soft">{chosen.name}</span>}
        </div>
      </div>
      <Problem of={[look, take]} />
      <p role="status" className="text-soft empty:hidden">
        {look.isPending ? t('bring.reading') : take.isPending ? t('bring.taking') : null}
      </p>
      {moved && <Notice tone="watch">{t('bring.moved')}</Notice>}
      {chosen && shown && !look.isPending && (
        <>
          <Brought brought={shown} />
          <Act
            brought={shown}
            busy={take.isPending}
            onTake={() => take.mutate({ file: chosen, digest: shown.digest })}
          />
          <NewPieces pieces={shown.pieces} />
        </>
      )}
    </div>
  )
}

/** What can be done with what is shown. */
function Act({ brought, busy, onTake }: { brought: BroughtAnswer; busy: boolean; onTake: () => void }) {
  const { stored, problems, counts, visitId } = brought
  const open = visitId && (
    <Link
      to={`/visits/${visitId}`}
      className="inline-flex min-h-12 items-center text-water underline underline-offset-4"
    >
      {t('bring.open')}
    </Link>
  )
  if (problems.length > 0) return null
  if (stored)
    return (
      <Notice tone="note" alert className="grid gap-1 p-4">
        <p className="text-lg font-semibold">{t('bring.taken')}</p>
        {open}
      </Notice>
    )
  if (counts.new + counts.change === 0)
    return (
      <Notice tone="note" className="grid gap-1 p-4">
        <p className="text-lg font-semibold">{t('bring.allHere')}</p>
        {open}
      </Notice>
    )
  return (
    <Button look="solid" size="wide" disabled={busy} onClick={onTake}>
      {t('bring.take')}
    </Button>
  )
}
