import type { report as english } from '../../en/ui/report.ts'

export const report: Record<keyof typeof english, string> = {
  'report.report': 'Informe',
  'report.workingOut': 'Calculando las mediciones…',
  'report.headline':
    '{outcome, select, proven {{kind, select, fill {Su lavadora se llena como debe.} drain {Su lavadora desagua como debe.} hold {Su lavadora no pierde agua.} other {Su lavadora anda como debe.}}} failed {Su lavadora todavía no está curada.} open {Su lavadora fue reparada. Todavía no está comprobado.} other {Lo que se encontró en su lavadora}}',
  'report.took':
    '{kind, select, fill {Tardaba {before} en llenarse. Ahora tarda {after}} other {Tardaba {before} en desaguar. Ahora tarda {after}}}{sound, select, none {.} other {; una máquina sana de su tamaño tarda de {lo} a {hi}.}}',
  'report.nothingCame':
    '{kind, select, fill {Casi no entraba agua. Ahora se llena en {after}} other {No desaguaba. Ahora tarda {after}}}{sound, select, none {.} other {; una máquina sana de su tamaño tarda de {lo} a {hi}.}}',
  'report.holds': 'Perdía {before} por hora. Ahora el nivel se queda.',
  'report.watchedDry': 'Se la miró {phases}: no perdió agua.',
  'report.didNotPass': 'No pasó: {points}.',
  'report.phase':
    '{phase, select, idle_taps_on {en reposo con los grifos abiertos} fill {al llenar} hold {con el agua quieta} wash_motion {al girar} drain {al desaguar} other {al centrifugar}}',
  'report.asFast': 'la rapidez de antes',
  'report.range': 'de {lo} a {hi}',
  'report.whatWasWrong': 'Lo que estaba mal',
  'report.likely': '{fault}, lo más probable ({percent}).',
  'report.howWeKnow': 'Cómo lo sabemos',
  'report.oldPartShowed': 'La pieza vieja lo mostró al abrirla.',
  'report.endedByIt': 'Hecho esto, la máquina anduvo como una sana.',
  'report.whatWasDone': 'Lo que se hizo',
  'report.nothingDone': 'En esta visita no se reparó nada.',
  'report.cost': 'Lo que cuesta',
  'report.leftOut': 'Lo que se dejó afuera',
  'report.leftOutPoint': '{point}: {reason} ({name}).',
  'report.notYet': 'Todavía sin mirar: {points}.',
  'report.pleaseWatch': 'Por favor, mire',
  'report.watchFloor':
    'El piso y los primeros ciclos. Agua, una falla en la pantalla o un ruido raro: llámenos.',
  'report.watchHoses':
    'Las mangueras de llenado una o dos veces por año; hinchadas, con óxido en las uniones o con gotas: cierre los grifos y llame.',
  'report.record':
    '{runs, plural, one {# medición} other {# mediciones}}, {looks, plural, one {# revisión} other {# revisiones}}, en el registro del taller.',
  'report.received': 'recibido',
  'report.print': 'Imprimir',
  'report.printHint': 'en papel',
  'report.legend': 'Punteado: antes. Línea: después. Rayado: lo esperado de una máquina sana.',
  'report.asPdf': 'En PDF',
  'report.notToldApart': 'Aún sin distinguir; ante todo {fault} ({percent}).',
  'report.share': 'Compartir',
  'report.shareHint': 'un enlace para el cliente',
  'report.shareTitle': 'Un enlace a esta página',
  'report.shareSays':
    'Quien tenga el enlace lee la página y su PDF, en este idioma y estas unidades, hasta que termine o se retire.',
  'report.days': 'Dura',
  'report.daysOf': '{days, plural, one {# día} other {# días}}',
  'report.makeLink': 'Hacer el enlace',
  'report.linkIs': 'El enlace, se muestra una vez',
  'report.standing': 'Enlaces vigentes',
  'report.until': 'hasta {date}',
  'report.takeBack': 'Retirar',
  'report.pdfHint': 'lo hace el servidor',
  'report.fileAway': 'Lo prepara el servidor, que ahora no responde. La página se puede imprimir.',
}
