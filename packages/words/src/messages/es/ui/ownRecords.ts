/** Mediciones de máquinas comprobadas sanas, y lo que dicen de la siguiente. */
export const ownRecords = {
  'ownRecords.ownRecords': 'Registros propios',
  'ownRecords.usual': 'Lo usual',
  'ownRecords.expectedBy': 'Esperado según',
  'ownRecords.restsOn':
    '{of, select, machine {Esta máquina y otras de su modelo: } model {De este modelo: } other {De esta familia, todavía ninguna de este modelo: }}{machines, plural, one {# máquina comprobada sana} other {# máquinas comprobadas sanas}}, {runs, plural, one {# medición} other {# mediciones}}.',
  'ownRecords.without': 'Sin ellos: {lo} a {hi}.',
  'ownRecords.see': 'Ver estos registros',
  'ownRecords.result':
    'Esperado según registros propios: {machines, plural, one {# máquina} other {# máquinas}}, {runs, plural, one {# medición} other {# mediciones}}. Según lo usual, {lo} a {hi}, y la medición sería {verdict, select, within {la esperada} slow {lenta} fast {rápida} other {sin decidir}}.',
  'ownRecords.farFromOwn': 'No es raro en su familia, pero está lejos de sus propias máquinas como esta.',
  'ownRecords.what':
    '{uses, select, yes {Las mediciones hechas después de comprobar una reparación son la medida de la siguiente máquina de esa marca y modelo.} other {Apagado: las mediciones se esperan según lo usual de una familia.}}',
  'ownRecords.none':
    'Todavía ninguno: vienen de llenados y vaciados cronometrados tras una reparación, en visitas cerradas en que quedó comprobada.',
  'ownRecords.counted':
    '{machines, plural, one {# máquina} other {# máquinas}}, {runs, plural, one {# medición} other {# mediciones}}',
  'ownRecords.far': '{far, plural, one {# lejos de las demás} other {# lejos de las demás}}',
  'ownRecords.all': 'Los {lines}',
  'ownRecords.opening': 'Abriendo los registros …',
  'ownRecords.healthyValues': 'Una sana, según estas mediciones',
  'ownRecords.nothingUsed': 'Ahora no cuenta ninguna medición.',
  'ownRecords.onlyTogether': 'Se conocen solo juntos, por el tiempo que dan: {values}.',
  'ownRecords.usualOf': 'usual {range}',
  'ownRecords.nextOne':
    '{has, select, yes {esperado de la siguiente, sin medir nada en ella; según lo usual {usual}} other {Esperado de la siguiente según lo usual: {usual}}}',
  'ownRecords.axis':
    'Tiempo de cada medición frente a las demás como ella. A trazos: donde están las sanas. Aros: muy lejos, no se usan.',
  'ownRecords.percent': '{percent} %',
  'ownRecords.strip':
    '{kind}: cómo {runs, plural, one {está # medición} other {están # mediciones}} entre las suyas',
  'ownRecords.runs': 'Las mediciones',
  'ownRecords.runsWhat':
    'La que no fue de una máquina sana se puede apartar; lo esperado se calcula entonces de nuevo.',
  'ownRecords.run': '{machine}, {kind}',
  'ownRecords.stands':
    '{state, select, aside {apartada por {by}} waiting {sin comparar} far {lejos de las demás, no se usa: {percent} % más {longer, select, yes {larga} other {corta}}} other {{percent} % más {longer, select, yes {larga} other {corta}} que las demás}}',
  'ownRecords.setAside': 'Apartar',
  'ownRecords.countAgain': 'Contar otra vez',
}
