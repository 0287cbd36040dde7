export { DueFollowUps } from './DueFollowUps.tsx'
export { FollowUps } from './FollowUps.tsx'
