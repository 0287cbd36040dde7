import { bring } from './bring.ts'
import { catalogue } from './catalogue.ts'
import { decide } from './decide.ts'
import { device } from './device.ts'
import { door } from './door.ts'
import { follow } from './follow.ts'
import { forms } from './forms.ts'
import { learned } from './learned.ts'
import { locate } from './locate.ts'
import { logger } from './logger.ts'
import { named } from './named.ts'
import { ownRecords } from './ownRecords.ts'
import { protocol } from './protocol.ts'
import { prove } from './prove.ts'
import { rates } from './rates.ts'
import { record } from './record.ts'
import { records } from './records.ts'
import { repair } from './repair.ts'
import { report } from './report.ts'
import { run } from './run.ts'
import { screens } from './screens.ts'
import { server } from './server.ts'
import { shared } from './shared.ts'
import { stages } from './stages.ts'
import { tables } from './tables.ts'
import { together } from './together.ts'
import { visit } from './visit.ts'
import { waiting } from './waiting.ts'
import { weigh } from './weigh.ts'
import { workers } from './workers.ts'
import { workshop } from './workshop.ts'

/** What the screens say, by the id of the screen and the message. */
export const ui = {
  ...bring,
  ...catalogue,
  ...decide,
  ...device,
  ...door,
  ...follow,
  ...forms,
  ...learned,
  ...locate,
  ...logger,
  ...named,
  ...ownRecords,
  ...protocol,
  ...prove,
  ...rates,
  ...record,
  ...records,
  ...repair,
  ...report,
  ...run,
  ...screens,
  ...server,
  ...shared,
  ...stages,
  ...tables,
  ...together,
  ...visit,
  ...waiting,
  ...weigh,
  ...workers,
  ...workshop,
}
