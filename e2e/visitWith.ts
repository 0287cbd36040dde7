import { BLANK_RECORD, type FamilyId, familyDefaults } from '@brendik/core'
import { expect, type Page } from '@playwright/test'

/** A visit to a machine of an age, with what was seen of it, by the same addresses that the app uses. */
export async function visitWith(
  page: Page,
  url: string,
  family: FamilyId,
  builtYear: number | null,
  seen: readonly [check: string, value: string | number][],
): Promise<string> {
  const [machine, site, visit] = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()]
  const put = async (method: 'put' | 'post', path: string, data: unknown) => {
    const answer = await page.request[method](`${url}/api${path}`, { data })
    expect([path, answer.status()]).toEqual([path, 200])
  }
  const record = { ...BLANK_RECORD, builtYear, make: 'Invented', model: 'Corner 5' }
  await put('put', `/machines/${machine}`, { ...familyDefaults(family), label: 'Corner machine', record })
  await put('put', `/sites/${site}`, {
    name: 'Tern Street 8',
    spec: {
      supplyKpa: { cold: null, hot: null },
      standpipeHeightMm: null,
      waterTempC: 15,
      portHeightMm: null,
    },
    customerId: null,
  })
  await put('put', `/visits/${visit}`, {
    machineId: machine,
    siteId: site,
    dueAtMs: Date.now(),
    complaint: '',
  })
  await put('post', `/visits/${visit}/observations`, {
    observations: seen.map(([check, value], n) => ({
      id: crypto.randomUUID(),
      type: 'observed',
      atMs: Date.now() - 60_000 + n,
      check,
      value,
      tap: null,
      levelMm: null,
    })),
  })
  return `${url}/visits/${visit}`
}
