/** Below this the supply itself is too weak, whatever the machine, kPa: 20 psi (common practice, no published source). */
export const LEAST_SUPPLY_KPA = 138
