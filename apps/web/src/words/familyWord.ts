import type { FamilyId } from '@brendik/core'
import { t } from '../lib/words.ts'

export const FAMILY_WORD: Record<FamilyId, string> = {
  'front-load': t('familyWord.frontLoaderServiceFlap'),
  'front-load-sealed': t('familyWord.frontLoaderNoFlap'),
  'top-load-belt': t('familyWord.topLoaderBeltElectricPump'),
  'top-load-motor-pump': t('familyWord.topLoaderPumpOnThe'),
  'top-load-pump': t('familyWord.topLoaderPumpUnderThe'),
}
