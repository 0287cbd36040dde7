import { familyDefaults, type MachineSpec } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { machinesQuery, putMachine, putSite, putVisit, sitesQuery } from '../api/queries.ts'
import { MachineForm, machineProblems } from '../features/forms/MachineForm.tsx'
import { NEW_SITE, type SiteDraft, SiteForm, siteProblems } from '../features/forms/SiteForm.tsx'
import { useSave } from '../features/forms/useSave.ts'
import { newId } from '../lib/newId.ts'
import { Field } from '../ui/Field.tsx'
import { FormPage } from '../ui/FormPage.tsx'

/** Machine, place, complaint: known ones are picked, new ones are entered here. */
export function NewVisitPage() {
  const navigate = useNavigate()
  const machines = useQuery(machinesQuery)
  const sites = useQuery(sitesQuery)
  const [machineId, setMachineId] = useState('')
  const [siteId, setSiteId] = useState('')
  const [machine, setMachine] = useState<MachineSpec>(familyDefaults('front-load'))
  const [site, setSite] = useState<SiteDraft>(NEW_SITE)
  const [complaint, setComplaint] = useState('')
  const { busy, problem, save } = useSave()
  // Made once, so that a second press after a lost answer writes the same rows again instead of new ones.
  const ids = useRef({ visit: newId(), machine: newId(), site: newId() })
  const newMachine = machineId === ''
  const newSite = siteId === ''
  const problems = { ...(newSite ? siteProblems(site) : {}), ...(newMachine ? machineProblems(machine) : {}) }
  return (
    <FormPage
      title="New visit"
      save="Start the visit"
      saveHint="now"
      problem={problem ?? machines.error?.message ?? null}
      busy={busy}
      onCancel={() => navigate('/')}
      onSave={() =>
        save(problems, async () => {
          const { visit } = ids.current
          if (newMachine) await putMachine(ids.current.machine, machine)
          if (newSite) await putSite(ids.current.site, site)
          await putVisit(visit, {
            machineId: newMachine ? ids.current.machine : machineId,
            siteId: newSite ? ids.current.site : siteId,
            dueAtMs: Date.now(),
            complaint,
          })
          navigate(`/visits/${visit}`)
        })
      }
    >
      <Field label="Complaint, in the customer’s words">
        {(props) => (
          <input
            {...props}
            maxLength={2000}
            value={complaint}
            onChange={(event) => setComplaint(event.target.value)}
          />
        )}
      </Field>
      <Field label="Place">
        {(props) => (
          <select {...props} value={siteId} onChange={(event) => setSiteId(event.target.value)}>
            <option value="">A new place</option>
            {(sites.data ?? []).map((known) => (
              <option key={known.id} value={known.id}>
                {known.name}
              </option>
            ))}
          </select>
        )}
      </Field>
      {newSite && <SiteForm site={site} problems={problems} onChange={setSite} />}
      <div className="mt-3 border-t border-line pt-4">
        <Field label="Machine">
          {(props) => (
            <select {...props} value={machineId} onChange={(event) => setMachineId(event.target.value)}>
              <option value="">A new machine</option>
              {(machines.data ?? []).map((known) => (
                <option key={known.id} value={known.id}>
                  {known.spec.label}
                </option>
              ))}
            </select>
          )}
        </Field>
        {newMachine && <MachineForm spec={machine} problems={problems} onChange={setMachine} />}
      </div>
    </FormPage>
  )
}
