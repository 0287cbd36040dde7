import { common } from './common.ts'
import { problems } from './problems.ts'
import { device } from './ui/device.ts'
import { door } from './ui/door.ts'
import { follow } from './ui/follow.ts'
import { named } from './ui/named.ts'
import { run } from './ui/run.ts'
import { screens } from './ui/screens.ts'
import { server } from './ui/server.ts'
import { shared } from './ui/shared.ts'
import { visit } from './ui/visit.ts'
import { waiting } from './ui/waiting.ts'
import { workers } from './ui/workers.ts'

/** What is said before any page is there: at the door, on the day, beside what waits; each by its id. */
export const FIRST = {
  ...common,
  ...problems,
  ...device,
  ...door,
  ...follow,
  ...named,
  ...run,
  ...screens,
  ...server,
  ...shared,
  ...visit,
  ...waiting,
  ...workers,
} as const
