/** The way to a part. */
export const ACCESS_WAYS = [
  'outside',
  'flap',
  'lower-panel',
  'whole-front',
  'rear-panel',
  'side-panel',
  'below',
  'top-panel',
  'console',
  'drawer',
  'opening',
  'door-fold',
  'front-panel',
  'front-no-flap',
  'cabinet-front',
  'cabinet-full-tub',
] as const
export type AccessWay = (typeof ACCESS_WAYS)[number]

/** What can be taken off or away to get at a part. */
export const PANELS = ['lower', 'front', 'rear', 'side', 'top', 'console', 'cabinet', 'below'] as const
export type Panel = (typeof PANELS)[number]

/** Minutes off and back on, below = tipped and stood up. Common practice, no published source; one table for whatever counts them. */
export const PANEL_MIN: Readonly<Record<Panel, { off: number; on: number }>> = {
  lower: { off: 3, on: 3 },
  rear: { off: 4, on: 4 },
  side: { off: 4, on: 4 },
  top: { off: 4, on: 4 },
  console: { off: 4, on: 4 },
  front: { off: 12, on: 12 },
  cabinet: { off: 8, on: 6 },
  below: { off: 4, on: 3 },
}

/** The panel behind which a way leads, or the minutes of a way for which none has to come off (estimates). */
const WAYS: Readonly<Record<AccessWay, Panel | number>> = {
  outside: 1,
  flap: 1,
  drawer: 1,
  opening: 2,
  'door-fold': 1,
  'lower-panel': 'lower',
  'whole-front': 'front',
  'front-panel': 'front',
  'front-no-flap': 'front',
  'rear-panel': 'rear',
  'side-panel': 'side',
  'top-panel': 'top',
  console: 'console',
  'cabinet-front': 'cabinet',
  'cabinet-full-tub': 'cabinet',
  below: 'below',
}

/** The panel behind which a way leads; null = none has to come off. */
export function panelOf(by: AccessWay): Panel | null {
  const way = WAYS[by]
  return typeof way === 'number' ? null : way
}

/** How a part is reached. Minutes with everything unplugged and dry. */
export interface Access {
  minutes: number
  by: AccessWay
  /** What has to be opened for it: nothing, a panel, or the machine tipped. */
  needs: 'nothing' | 'open-panel' | 'tip'
}

/** A way with its minutes, there alone. */
export function accessBy(by: AccessWay): Access {
  const way = WAYS[by]
  if (typeof way === 'number') return { minutes: way, by, needs: 'nothing' }
  return { minutes: PANEL_MIN[way].off, by, needs: way === 'below' ? 'tip' : 'open-panel' }
}
