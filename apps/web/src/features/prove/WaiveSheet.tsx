import { asText, type ProofPoint } from '@brendik/core'
import * as v from 'valibot'
import { usePrefs } from '../../lib/prefs.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Form } from '../../ui/Form.tsx'
import { fieldsOf } from '../../ui/fields.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { useCheckedForm } from '../../ui/useCheckedForm.ts'
import type { Space } from '../visit/index.ts'
import { pointText } from './pointText.ts'

interface Values {
  reason: string
}
const { TextField } = fieldsOf<Values>()
const schema = v.object({
  reason: v.pipe(v.string(), v.trim(), v.minLength(3, asText('expected.something')), v.maxLength(300)),
})

/** A point is left out: by whom, and why, stands in the record. */
export function WaiveSheet({
  space,
  point,
  onClose,
}: {
  space: Space
  point: ProofPoint
  onClose: () => void
}) {
  const { units } = usePrefs()
  const form = useCheckedForm<Values>(schema, { reason: '' })
  return (
    <Sheet open title={t('prove.waivePoint', { point: pointText(point, units) })} onClose={onClose}>
      <Form
        form={form}
        className=""
        onSend={({ reason }) => {
          space.say(`proof:${point.id}`, reason.trim())
          onClose()
        }}
      >
        <p className="pb-3 text-soft">{t('prove.waiveWhy')}</p>
        <TextField name="reason" label={t('prove.reason')} />
        <Button look="strong" type="submit" className="mt-4 w-full px-4">
          {t('prove.waive')}
        </Button>
      </Form>
    </Sheet>
  )
}
