const DAY_MS = 86_400_000
/** Fill hoses are looked at once or twice a year (common practice, no published source): once a year at the latest. */
export const HOSES_EVERY_MS = 365 * DAY_MS
/** A machine that nobody has come back to for so long after that is not called due any more. */
const FORGOTTEN_MS = 180 * DAY_MS

/** When fill hoses that are due on a day were looked at last. @param dayEndMs - End of the day, ms since 1970. */
export function hosesDueSeen(dayEndMs: number): { fromMs: number; toMs: number } {
  return { fromMs: dayEndMs - HOSES_EVERY_MS - FORGOTTEN_MS, toMs: dayEndMs - HOSES_EVERY_MS }
}
