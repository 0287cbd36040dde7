import type { protocol as english } from '../../en/ui/protocol.ts'

/** A protocol step by step. */
export const protocol: Record<keyof typeof english, string> = {
  'catchFields.0Dry': '0 = seco',
  'catchFields.bothGiveTheRate': 'Los dos dan el ritmo.',
  'protocolLinks.nothingThatTakesAProtocol': 'Nada que pida un protocolo.',
  'protocolLinks.otherProtocol': '{others} {others, plural, one {protocolo más} other {protocolos más}}',
  'protocolLinks.tellsApart': 'Distingue: {what}',
  'protocolLinks.ofMin': '{made} de {steps}, {minutes} min',
  'stepLookSheet.tap': 'Grifo',
  'stepLookSheet.whatTheStreamDid': 'Qué hizo el chorro',
  'stepLookSheet.stopsAtThisHeight': 'Para a esta altura',
  'stepLookSheet.stillRunsThere': 'Todavía sale ahí',
  'stepLookSheet.levelAtWhichNoDrop': 'Nivel al que no cayó ninguna gota',
  'stepStrip.stepOf': 'paso {number} de {steps}',
  'stepStrip.readTheLevelNow': 'Lea el nivel ahora',
  'stepStrip.readRulerAndDisplayNow': 'Lea regla y pantalla ahora',
  'stepStrip.streaming': 'Con instrumento',
  'stepStrip.nextReadingIn': 'próxima lectura en',
  'stepStrip.nextInS': 'próxima en {soon} s',
}
