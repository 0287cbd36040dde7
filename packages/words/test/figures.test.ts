import { expect, it } from '@jest/globals'
import { makeWords } from '../src/index.ts'

const [metric, us, spanish] = [
  makeWords('en', 'metric', 'en-GB'),
  makeWords('en', 'us', 'en-US'),
  makeWords('es', 'metric', 'es-ES'),
]

it('says the pressure of a supply as either gauge is marked, and a range of it once', () => {
  expect(metric.withUnit('pressure', 320)).toBe('320 kPa (3.2 bar)')
  expect(spanish.withUnit('pressure', 320)).toBe('320 kPa (3,2 bar)')
  // 320 kPa ÷ 6.894757 kPa/psi
  expect(us.withUnit('pressure', 320)).toBe('46 psi')
  expect(metric.range('pressure', 150, 800)).toBe('150 to 800 kPa')
  expect(metric.withUnit('pressure', null)).toBe('– kPa')
  // A flow of next to nothing that runs back is no flow.
  expect(metric.number(-0.04, 1)).toBe('0.0')
  expect(metric.number(-0.06, 1)).toBe('-0.1')
  // In a tube of water bar would be noughts.
  expect(metric.withUnit('waterPressure', 2.45)).toBe('2.45 kPa')
})
it('reads a message with no place in it as it stands, and one with places through its pattern', () => {
  expect(metric.t('ui.cancel')).toBe('Cancel')
  expect(spanish.t('ui.cancel')).toBe('Cancelar')
  expect(makeWords('pseudo', 'metric').t('ui.cancel')).toBe('Cáncél')
  expect(metric.t('formPage.lookAgainAt', { count: 1, fields: 'Name' })).toBe('This needs another look: Name')
  expect(metric.t('formPage.lookAgainAt', { count: 2, fields: 'Name; Tub' })).toBe(
    'These need another look: Name; Tub',
  )
})
