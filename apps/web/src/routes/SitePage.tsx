import { useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { type SiteDraft, SiteForm, siteProblems } from '../features/forms/SiteForm.tsx'
import { useSave } from '../features/forms/useSave.ts'
import { keepSite } from '../features/records/recordFacts.ts'
import { useRecords } from '../features/records/useRecords.ts'
import { FormPage } from '../ui/FormPage.tsx'
import { Message } from '../ui/Message.tsx'

/** What is known of one place. */
export function SitePage() {
  const { siteId = '' } = useParams()
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const { sites, error, pending } = useRecords()
  const [draft, setDraft] = useState<SiteDraft | null>(null)
  const { problem, save } = useSave()
  const kept = sites.find((site) => site.id === siteId)
  if (!kept && error) return <Message problem>{error.message}</Message>
  if (!kept && pending) return <Message>Opening the place.</Message>
  if (!kept) return <Message problem>This place is not known.</Message>
  const site = draft ?? { name: kept.name, spec: kept.spec, customer: kept.customer }
  const back = () => navigate(params.get('back') ?? '/')
  return (
    <FormPage
      title="Place"
      save="Save the place"
      saveHint="runs made before keep their verdict"
      problem={problem}
      onCancel={back}
      onSave={() =>
        save(siteProblems(site), () => {
          keepSite(siteId, site)
          back()
        })
      }
    >
      <SiteForm site={site} problems={siteProblems(site)} onChange={setDraft} />
    </FormPage>
  )
}
