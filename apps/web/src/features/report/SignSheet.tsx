import { asText, SIGN_BOX, SIGNED_TOPIC, signedValue } from '@brendik/core'
import { type PointerEvent, useState } from 'react'
import * as v from 'valibot'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Form } from '../../ui/Form.tsx'
import { fieldsOf } from '../../ui/fields.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { useCheckedForm } from '../../ui/useCheckedForm.ts'
import type { Space } from '../visit/index.ts'
import { Strokes } from './Strokes.tsx'

interface Values {
  name: string
}
const { TextField } = fieldsOf<Values>()
const schema = v.object({
  name: v.pipe(v.string(), v.trim(), v.nonEmpty(asText('expected.something')), v.maxLength(200)),
})
type Point = readonly [x: number, y: number]

/** The customer signs that they got the page: a name, and a finger on the glass. */
export function SignSheet({ space, onClose }: { space: Space; onClose: () => void }) {
  const form = useCheckedForm<Values>(schema, { name: space.visit.site.customer?.name ?? '' })
  const [strokes, setStrokes] = useState<readonly (readonly Point[])[]>([])
  const [missing, setMissing] = useState(false)
  const at = (event: PointerEvent<HTMLElement>): Point => {
    const box = event.currentTarget.getBoundingClientRect()
    return [
      ((event.clientX - box.left) / box.width) * SIGN_BOX.w,
      ((event.clientY - box.top) / box.height) * SIGN_BOX.h,
    ]
  }
  const begin = (event: PointerEvent<HTMLElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId)
    const point = at(event)
    setMissing(false)
    setStrokes((before) => [...before, [point]])
  }
  const go = (event: PointerEvent<HTMLElement>) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return
    const point = at(event)
    setStrokes((before) => [...before.slice(0, -1), [...(before.at(-1) ?? []), point]])
  }
  return (
    <Sheet open title={t('sign.title')} onClose={onClose}>
      <Form
        form={form}
        className="grid gap-3 pt-2"
        onSend={({ name }) => {
          if (!strokes.some((stroke) => stroke.length > 1)) return setMissing(true)
          space.say(SIGNED_TOPIC, signedValue({ name, strokes }))
          onClose()
        }}
      >
        <TextField name="name" label={t('sign.name')} autoComplete="off" maxLength={200} />
        <div>
          <p className="pb-1 text-sm text-soft">{t('sign.write')}</p>
          <div
            role="img"
            aria-label={t('sign.write')}
            className="touch-none border border-line bg-ground"
            onPointerDown={begin}
            onPointerMove={go}
          >
            <Strokes strokes={strokes} className="block w-full" />
          </div>
          {missing && (
            <p role="alert" className="pt-1 text-stop">
              {t('sign.missing')}
            </p>
          )}
        </div>
        <div className="flex gap-2">
          <Button className="px-4" onClick={() => setStrokes([])}>
            {t('sign.again')}
          </Button>
          <Button look="solid" size="tall" type="submit" className="flex-1">
            {t('sign.keep')}
          </Button>
        </div>
      </Form>
    </Sheet>
  )
}
