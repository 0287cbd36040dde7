import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { sitesQuery } from '../api/queries.ts'
import { type SiteDraft, SiteForm, saveSite, siteProblems } from '../features/forms/SiteForm.tsx'
import { useSave } from '../features/forms/useSave.ts'
import { FormPage } from '../ui/FormPage.tsx'
import { Message } from '../ui/Message.tsx'

/** What is known of one place. */
export function SitePage() {
  const { siteId = '' } = useParams()
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const { data, error } = useQuery(sitesQuery)
  const [draft, setDraft] = useState<SiteDraft | null>(null)
  const { busy, problem, save } = useSave()
  const kept = data?.find((site) => site.id === siteId)
  if (error) return <Message problem>{error.message}</Message>
  if (!data) return <Message>Opening the place.</Message>
  if (!kept) return <Message problem>This place is not known.</Message>
  const site = draft ?? { name: kept.name, spec: kept.spec, customer: kept.customer }
  const back = () => navigate(params.get('back') ?? '/')
  return (
    <FormPage
      title="Place"
      save="Save the place"
      saveHint="runs made before keep their verdict"
      problem={problem}
      busy={busy}
      onCancel={back}
      onSave={() =>
        save(siteProblems(site), async () => {
          await saveSite(siteId, site)
          back()
        })
      }
    >
      <SiteForm site={site} problems={siteProblems(site)} onChange={setDraft} />
    </FormPage>
  )
}
