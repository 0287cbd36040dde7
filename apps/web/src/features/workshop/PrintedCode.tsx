import { printedCodeSchema } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { printCode, printedCodeQuery } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Form } from '../../ui/Form.tsx'
import { fieldsOf } from '../../ui/fields.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { Problem } from '../../ui/Problem.tsx'
import { useCheckedForm } from '../../ui/useCheckedForm.ts'
import { useWho } from '../door/index.ts'

interface Values {
  password: string
}
const { TextField } = fieldsOf<Values>()

/** An owner's way back in for the day on which they forget their password: a code on paper. Nobody else could give them one. */
export function PrintedCode() {
  const who = useWho()
  const { data } = useQuery(printedCodeQuery)
  const making = useAct(printCode, [printedCodeQuery])
  const form = useCheckedForm<Values>(printedCodeSchema, { password: '' })
  const code = making.data?.code
  if (code)
    return (
      <section aria-label={t('printedCode.codeOnPaper')}>
        <Notice tone="note" className="on-paper p-3">
          <p className="font-semibold">
            {t('printedCode.brendikANewPasswordFor', { workshopName: who.workshopName, whoName: who.name })}
          </p>
          <p className="small-figure py-2 text-2xl">{code}</p>
          <p className="text-sm">{t('printedCode.enterItAtRecoverGood', { host: location.host })}</p>
          <p className="text-sm">{t('printedCode.made', { date: dateText(Date.now(), 'date') })}</p>
        </Notice>
        <p className="pt-1 text-sm">{t('printedCode.itIsShownOnlyNow')}</p>
        <div className="mt-2 grid grid-cols-2 gap-2">
          <Button look="solid" size="wide" onClick={() => print()}>
            {t('printedCode.printIt')}
          </Button>
          <Button size="wide" onClick={making.reset}>
            {t('printedCode.iHaveIt')}
          </Button>
        </div>
      </section>
    )
  return (
    <section aria-label={t('printedCode.codeOnPaper')}>
      <h3 className="border-t border-line pt-3 font-semibold">{t('printedCode.ifYouForgetYourPassword')}</h3>
      <p className="pb-1 text-soft">
        {data?.madeAtMs
          ? t('printedCode.aCodeOnPaperOf', { date: dateText(data.madeAtMs, 'date') })
          : t('printedCode.anotherOwnerCanMakeYou')}
      </p>
      <Problem of={[making]} />
      <Form
        form={form}
        className="grid gap-1"
        onSend={({ password }) => making.mutate(password, { onSuccess: () => form.reset() })}
      >
        <TextField
          name="password"
          label={t('printedCode.yourPasswordToMakeA')}
          type="password"
          autoComplete="current-password"
        />
        <Button size="wide" type="submit">
          {t('printedCode.makeACode')}
        </Button>
      </Form>
    </section>
  )
}
