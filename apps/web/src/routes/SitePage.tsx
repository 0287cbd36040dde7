import type { SiteAnswer } from '@brendik/core'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { type SiteDraft, SiteForm, siteProblems } from '../features/forms/SiteForm.tsx'
import { useDraft } from '../features/forms/useDraft.ts'
import { useSave } from '../features/forms/useSave.ts'
import { Rivals } from '../features/records/Rivals.tsx'
import { keepSite } from '../features/records/recordFacts.ts'
import { useRecords } from '../features/records/useRecords.ts'
import { FormPage } from '../ui/FormPage.tsx'
import { Message } from '../ui/Message.tsx'

/** What is known of one place. */
export function SitePage() {
  const { siteId = '' } = useParams()
  const { sites, error, pending } = useRecords()
  const kept = sites.find((site) => site.id === siteId)
  if (kept) return <ChangeSite kept={kept} />
  if (error) return <Message problem>{error.message}</Message>
  return pending ? <Message>Opening the place.</Message> : <Message problem>This place is not known.</Message>
}

function ChangeSite({ kept }: { kept: SiteAnswer }) {
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const { now, was, change } = useDraft<SiteDraft>(kept)
  const { problem, save } = useSave()
  const back = () => navigate(params.get('back') ?? '/')
  return (
    <FormPage
      title="Place"
      save="Save the place"
      saveHint="runs made before keep their verdict"
      problem={problem}
      onCancel={back}
      onSave={() =>
        save(siteProblems(now), () => {
          keepSite(kept.id, now, was)
          back()
        })
      }
    >
      <Rivals of={[kept.id, kept.customer?.id]} />
      <SiteForm site={now} problems={siteProblems(now)} onChange={change} />
    </FormPage>
  )
}
