import type { Actor } from './runStore.ts'

/** The one workshop and technician that act until people sign in. Every row carries the workshop from the start. */
export const HOME_ACTOR: Actor = {
  workshopId: '5b1de6f0-6c1e-4c1a-9d0e-1b7a5f3c0001',
  technicianId: '5b1de6f0-6c1e-4c1a-9d0e-1b7a5f3c0002',
}
