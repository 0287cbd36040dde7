import type { CalculatorId } from '@brendik/core'
import type { ComponentType } from 'react'
import { DripsCalculator, VoltageCalculator, WindingCalculator } from './BenchCalculators.tsx'
import type { Subject } from './calculatorInputs.ts'
import {
  BucketCalculator,
  DrainTimeCalculator,
  FillTimeCalculator,
  LevelCalculator,
  LitresCalculator,
  StandpipeCalculator,
} from './WaterCalculators.tsx'

export const CALCULATOR_BODY: Record<CalculatorId, ComponentType<{ subject: Subject }>> = {
  bucket: BucketCalculator,
  'fill-time': FillTimeCalculator,
  'drain-time': DrainTimeCalculator,
  level: LevelCalculator,
  drips: DripsCalculator,
  winding: WindingCalculator,
  voltage: VoltageCalculator,
  litres: LitresCalculator,
  standpipe: StandpipeCalculator,
}
/** Calculators that work on a drum, a pump or a place. */
export const NEEDS_MACHINE: readonly CalculatorId[] = [
  'fill-time',
  'drain-time',
  'level',
  'litres',
  'standpipe',
]
