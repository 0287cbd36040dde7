/** Figures that could not be computed. */
export const workers = {
  'compute.theWorkerCouldNotBe': 'the worker could not be loaded',
  'compute.anAnswerOfTheWorker': 'an answer of the worker could not be read',
} as const
