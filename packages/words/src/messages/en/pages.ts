import { calculators } from './calculators.ts'
import { cautions } from './cautions.ts'
import { checks } from './checks.ts'
import { how } from './how.ts'
import { leaks } from './leaks.ts'
import { parts } from './parts.ts'
import { protocols } from './protocols.ts'
import { runs } from './runs.ts'
import { state } from './state.ts'
import { bring } from './ui/bring.ts'
import { catalogue } from './ui/catalogue.ts'
import { decide } from './ui/decide.ts'
import { forms } from './ui/forms.ts'
import { learned } from './ui/learned.ts'
import { locate } from './ui/locate.ts'
import { logger } from './ui/logger.ts'
import { ownRecords } from './ui/ownRecords.ts'
import { protocol } from './ui/protocol.ts'
import { prove } from './ui/prove.ts'
import { rates } from './ui/rates.ts'
import { record } from './ui/record.ts'
import { records } from './ui/records.ts'
import { repair } from './ui/repair.ts'
import { report } from './ui/report.ts'
import { stages } from './ui/stages.ts'
import { tables } from './ui/tables.ts'
import { together } from './ui/together.ts'
import { weigh } from './ui/weigh.ts'
import { workshop } from './ui/workshop.ts'
import { visit } from './visit.ts'

/** What the other pages say, by its id. */
export const PAGES = {
  ...parts,
  ...checks,
  ...how,
  ...runs,
  ...visit,
  ...state,
  ...cautions,
  ...leaks,
  ...protocols,
  ...calculators,
  ...bring,
  ...catalogue,
  ...decide,
  ...forms,
  ...learned,
  ...locate,
  ...logger,
  ...ownRecords,
  ...protocol,
  ...prove,
  ...rates,
  ...record,
  ...records,
  ...repair,
  ...report,
  ...stages,
  ...tables,
  ...together,
  ...weigh,
  ...workshop,
} as const
