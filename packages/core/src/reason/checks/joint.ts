/** What a drain hose pulled off at the pump showed: from which side, and whether water was inside. */
export interface JointSeen {
  value: string
  side: 'pump' | 'hose' | null
  waterInside: boolean | null
}

/**
 * What it says of the path; null = nothing. Without water inside, or without knowing which side gushed, it is no evidence: a good flap keeps
 * a standing column that gushes from the hose's side (common practice, no published source).
 */
export function jointSays({ value, side, waterInside }: JointSeen): 'downstream' | 'upstream' | null {
  if (waterInside !== true || side === null) return null
  if (value === 'gush') return side === 'pump' ? 'downstream' : null
  return value === 'nothing' && side === 'pump' ? 'upstream' : null
}
