import type { workers as english } from '../../en/ui/workers.ts'

/** Figures that could not be computed. */
export const workers: Record<keyof typeof english, string> = {
  'compute.theWorkerCouldNotBe': 'el cálculo no se pudo cargar',
  'compute.anAnswerOfTheWorker': 'no se pudo leer una respuesta del cálculo',
}
