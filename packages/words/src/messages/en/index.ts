import { calculators } from './calculators.ts'
import { cautions } from './cautions.ts'
import { checks } from './checks.ts'
import { common } from './common.ts'
import { how } from './how.ts'
import { leaks } from './leaks.ts'
import { parts } from './parts.ts'
import { problems } from './problems.ts'
import { protocols } from './protocols.ts'
import { runs } from './runs.ts'
import { state } from './state.ts'
import { ui } from './ui/index.ts'
import { visit } from './visit.ts'

/** Every message of the product in English, by its id. */
export const EN = {
  ...common,
  ...parts,
  ...checks,
  ...how,
  ...runs,
  ...visit,
  ...state,
  ...cautions,
  ...leaks,
  ...protocols,
  ...problems,
  ...calculators,
  ...ui,
} as const
