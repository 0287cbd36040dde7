/** Every page of the app, as the router and the server know it: any other address is answered as not found. */
export const PAGES = [
  '/',
  '/join/:token',
  '/recover',
  '/visits/new',
  '/visits/:visitId',
  '/visits/:visitId/:stageId',
  '/visits/:visitId/compare',
  '/visits/:visitId/protocols/:protocolId',
  '/rates',
  '/logbook',
  '/workshop',
  '/machines/:machineId',
  '/machines/:machineId/change',
  '/sites/:siteId',
  '/runs/:runId',
] as const
