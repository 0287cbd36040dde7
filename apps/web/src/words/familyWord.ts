import type { FamilyId } from '@brendik/core'

export const FAMILY_WORD: Record<FamilyId, string> = {
  'front-load': 'Front loader, service flap',
  'front-load-sealed': 'Front loader, no flap',
  'top-load-belt': 'Top loader, belt, electric pump',
  'top-load-motor-pump': 'Top loader, pump on the motor',
  'top-load-pump': 'Top loader, pump under the tub',
}
