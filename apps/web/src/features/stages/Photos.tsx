import { type PHOTO_STAGES, saidOf } from '@brendik/core'
import { Camera } from 'lucide-react'
import { useState } from 'react'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import type { Space } from '../visit/index.ts'
import { takePhoto } from './takePhoto.ts'
import { useKeptPhotos } from './useKeptPhotos.ts'

interface Shown {
  id: string
  url: string
  text: string
  /** Key of the place it shows; null = nobody said. */
  place: string | null
}

/** Photos of a stage: taken here, made small here, kept here until the server has them. */
export function Photos({
  space,
  stage,
  title = t('ui.photos'),
  place = null,
  placeName = () => null,
}: {
  space: Space
  stage: (typeof PHOTO_STAGES)[number]
  title?: string
  /** Key of the place that is photographed now. */
  place?: string | null
  placeName?: (place: string) => string | null
}) {
  const [problem, setProblem] = useState<string | null>(null)
  const [large, setLarge] = useState<Shown | null>(null)
  const { visit } = space
  const takenBack = (photo: { id: string }) => space.said.has(`photo-back:${photo.id}`)
  const mine = useKeptPhotos(visit.id, stage).filter((photo) => !takenBack(photo))
  const stored = visit.photos.filter((photo) => photo.stage === stage && !takenBack(photo))
  const placeOf = (id: string) => {
    const said = saidOf(space.said, `photo-of:${id}`)
    return typeof said === 'string' && placeName(said) !== null ? said : null
  }
  const shown: Shown[] = [
    ...stored.map((p) => ({
      id: p.id,
      url: `/api/photos/${p.id}`,
      text: `${dateText(p.atMs, 'dayTime')}, ${p.by}`,
      place: placeOf(p.id),
    })),
    ...mine
      .filter((p) => !stored.some((known) => known.id === p.id))
      .map((p) => ({
        id: p.id,
        url: p.url,
        text: t('photos.notSentYet', { time: dateText(p.atMs, 'time') }),
        place: placeOf(p.id),
      })),
  ]
  return (
    <section aria-label={title}>
      <div className="flex items-center justify-between gap-3">
        <h2 className="text-sm font-semibold text-soft">{title}</h2>
        <label className="relative flex min-h-12 cursor-pointer items-center gap-2 border border-line bg-face px-4 focus-within:outline-3 focus-within:outline-water-bright">
          <Camera size={20} aria-hidden="true" />
          {t('photos.takeAPhoto')}
          <input
            type="file"
            accept="image/*"
            capture="environment"
            className="sr-only"
            onChange={(event) => {
              const file = event.target.files?.[0]
              event.target.value = ''
              setProblem(null)
              if (file)
                takePhoto(visit.id, stage, file).then(
                  (id) => place !== null && space.say(`photo-of:${id}`, place),
                  (error: Error) => setProblem(error.message),
                )
            }}
          />
        </label>
      </div>
      {problem && (
        <Notice tone="watch" alert className="mt-2 p-2">
          {problem}
        </Notice>
      )}
      {[...new Set(shown.map((photo) => photo.place))].map((at) => (
        <div key={at ?? 'nowhere'} className="mt-2">
          {at !== null && <h3 className="pb-1 text-sm">{placeName(at)}</h3>}
          <ul className="grid grid-cols-3 gap-2">
            {shown
              .filter((photo) => photo.place === at)
              .map((photo) => (
                <li key={photo.id}>
                  <button
                    type="button"
                    className="block w-full cursor-pointer"
                    onClick={() => setLarge(photo)}
                  >
                    <img
                      src={photo.url}
                      alt={t('photos.taken', { photoText: photo.text })}
                      className="aspect-square w-full border border-line object-cover"
                    />
                  </button>
                </li>
              ))}
          </ul>
        </div>
      ))}
      {large && (
        <Sheet open title={large.text} onClose={() => setLarge(null)}>
          <img
            src={large.url}
            alt={t('photos.taken2', { largeText: large.text })}
            className="mt-3 max-h-[60vh] w-full object-contain"
          />
          <div className="mt-3 grid grid-cols-2 gap-3">
            <Button
              size="tall"
              onClick={() => {
                space.say(`photo-back:${large.id}`, true)
                setLarge(null)
              }}
            >
              {t('ui.takeItBack')}
            </Button>
            <Button look="solid" size="tall" onClick={() => setLarge(null)}>
              {t('ui.back')}
            </Button>
          </div>
        </Sheet>
      )}
    </section>
  )
}
