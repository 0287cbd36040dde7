import type { SiteAnswer } from '@brendik/core'
import { useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import * as v from 'valibot'
import {
  type SiteDraft,
  SiteForm,
  type SiteValues,
  siteDraft,
  siteFormSchema,
  siteValues,
  useRecordForm,
} from '../features/forms/index.ts'
import { keepSite, mendSite, Rivals, siteAsSaid, useRecords, useRefused } from '../features/records/index.ts'
import { newId } from '../lib/newId.ts'
import { t } from '../lib/words.ts'
import { useOutbox } from '../outbox/useOutbox.ts'
import { FormPage } from '../ui/FormPage.tsx'
import { Message } from '../ui/Message.tsx'

/** What is known of one place. */
export function SitePage() {
  const { siteId = '' } = useParams()
  const [params] = useSearchParams()
  const { sites, error, pending } = useRecords()
  const outbox = useOutbox()
  const refused = useRefused(params.get('mend'), 'site')
  const kept = sites.find((site) => site.id === siteId)
  if (refused) {
    const { id, fact } = refused
    const said = siteAsSaid(fact, sites, outbox)
    return <ChangeSite kept={said} onSave={(now, was) => mendSite(id, fact, now, was)} />
  }
  if (kept) return <ChangeSite kept={kept} onSave={(now, was) => keepSite(kept.id, now, was)} />
  if (error) return <Message problem>{error.message}</Message>
  return pending ? (
    <Message>{t('sitePage.openingThePlace')}</Message>
  ) : (
    <Message problem>{t('sitePage.thisPlaceIsNotKnown')}</Message>
  )
}

function ChangeSite({
  kept,
  onSave,
}: {
  kept: SiteAnswer
  onSave: (now: SiteDraft, was: SiteDraft) => void
}) {
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const [newCustomerId] = useState(newId)
  const noted = kept.customer !== null
  const { form, was } = useRecordForm<SiteValues>(
    v.object({ site: siteFormSchema(noted) }),
    siteValues(kept, newCustomerId),
  )
  const back = () => navigate(params.get('back') ?? '/')
  return (
    <FormPage
      title={t('ui.place')}
      save={t('sitePage.saveThePlace')}
      saveHint={t('ui.earlierRunsStay')}
      form={form}
      onCancel={back}
      onSave={(now) => {
        onSave(siteDraft(now, noted), siteDraft(was(), noted))
        back()
      }}
    >
      <Rivals of={[kept.id, kept.customer?.id]} />
      <SiteForm />
    </FormPage>
  )
}
