import type { decide as english } from '../../en/ui/decide.ts'

export const decide: Record<keyof typeof english, string> = {
  'decide.decide': 'Decidir',
  'decide.hint': 'precio, el sí del cliente, pasos',
  'decide.reckoning': 'Calculando…',
  'decide.byAll':
    'Por todo lo encontrado y {own, select, yes {los precios del taller} other {precios usuales: el taller no ha puesto los suyos}}',
  'decide.option':
    '{act, select, replace {{variant, select, universal {Pieza universal} motor_only {Solo el motor} used {Pieza usada} repaired {Pieza reparada} other {Cambiar}}: {part}} clean {Limpiar: {part}} clear {Destapar: {part}} adjust {Corregir: {part}} refer {Otro oficio: {part}} close_up {Nada que reparar} new_machine {Una máquina nueva} other {Dejarla como está}}',
  'decide.bill':
    '{minutes} min, pieza {part}, con la visita{tax, select, none {} other { y {tax} % de impuesto}}.',
  'decide.noPartBill': '{minutes} min, con la visita{tax, select, none {} other { y {tax} % de impuesto}}.',
  'decide.cures':
    'Pieza acertada: {right}. Después la máquina anda: {cured}. Hasta que ande {expected} en promedio{span, select, none {} other {, {lo} a {hi} en ocho de diez casos}}.',
  'decide.newCures':
    'Acaba con lo que falla: {cured}; lo que es de la casa o del uso queda. La reparación sale a {keep} al año por los años que quedan, una máquina nueva a {anew}.',
  'decide.nothingCures': 'Se paga la visita y la máquina queda como está. Sana como está: {cured}.',
  'decide.referCures': 'La cuenta del otro oficio no está incluida. Es lo que falla: {right}.',
  'decide.closeUpCures': 'No se vende nada de la máquina. Concuerda con lo encontrado: {right}.',
  'decide.customer': 'Para el cliente',
  'decide.sayRepair':
    '«Cuesta {price}. En {of} de cien casos así con eso termina; si no, volvemos. Una máquina nueva costaría {anew}.»',
  'decide.sayNew':
    '«Una reparación de {price} no valdría la pena por los años que le quedan a esta máquina. Una nueva cuesta {anew}.»',
  'decide.sayNothing': '«No hay nada que reparar. La visita cuesta {price}.»',
  'decide.sayLeft':
    '«No se repara nada: la máquina queda como está y no trabaja como debe. La visita cuesta {price}.»',
  'decide.sayRefer': '«Esto es de otro oficio, cuya cuenta va aparte. La visita cuesta {price}.»',
  'decide.lookFirst':
    'Primero mirar: {look}, {minutes} min. Ahorra {saves} en promedio y cuesta {costs} de trabajo.',
  'decide.toWeigh': 'Sopesar primero',
  'decide.options': 'Lo que se puede hacer',
  'decide.axis': 'Línea: ocho de diez casos; marca: el promedio; anillo: la cuenta.',
  'decide.works': 'anda {cured}',
  'decide.choose': 'Elegir: {name}',
  'decide.breakEven': 'Reparar o máquina nueva',
  'decide.breakEvenSays': 'Con {cured} conviene hasta {price}. A {bill} conviene desde {chance}.',
  'decide.breakEvenNever': 'A {bill} una máquina nueva sale mejor por más segura que sea la reparación.',
  'decide.breakEvenChart':
    'Precio de la reparación a lo ancho, probabilidad de que aguante hacia arriba; sobre la línea conviene reparar',
  'decide.repairPays': 'conviene reparar',
  'decide.newPays': 'conviene la nueva',
  'decide.restsOn': 'En qué se basa',
  'decide.assumed': 'Supuesto',
  'decide.yearsLeft': 'Años que le quedan',
  'decide.newMachine': 'Máquina nueva',
  'decide.partPrice': 'La pieza',
  'decide.minutes': 'Minutos de trabajo',
  'decide.years': '{years, plural, one {# año} other {# años}}',
  'decide.yearsGuess': 'edad desconocida: como las que están en uso',
  'decide.beforeTax': 'sin impuesto',
  'decide.own': 'puesto para esta visita',
  'decide.changeOne': 'Cambiar: {name}',
  'decide.expectedNumber': 'se esperaba un número de {least} a {most}',
  'decide.asReckoned': 'Como se calculó',
  'decide.exposed': 'Queda a la vista de todos modos',
  'decide.exposedSays':
    '{part}: {added} más ahora, {later} después. Conviene si fallaría con más de {chance} en los años que quedan.',
  'decide.knowing': 'Saber con certeza lo que falla valdría {worth}.',
  'decide.yes': 'El sí del cliente',
  'decide.yesHint': 'a {price}, con su nombre',
  'decide.yesTitle': 'Un sí a un precio',
  'decide.yesWhy': 'Queda en el registro con su hora, antes de empezar.',
  'decide.who': 'Quién dijo que sí',
  'decide.amount': 'Importe, {currency}, con impuesto',
  'decide.writeDown': 'Anotarlo',
  'decide.agreed': '{name} dijo que sí a {price} a las {time}: {option}. Lo anotó {by}.',
  'decide.agreedTwo': 'Dos de ustedes anotaron respuestas distintas: pregunten otra vez.',
  'decide.takeBack': 'Retirar el sí',
  'decide.toRepair': 'Reparar',
  'decide.toRepairHint': 'pasos, herramientas, lo decisivo',
  'decide.line': '{price}, acordado con {name} antes de empezar: {option}.',
  'prices.prices': 'Precios',
  'prices.whatTheyAre':
    'Sin impuesto. Con esto calcula la página de decidir; lo que no se llena se calcula a lo usual, una estimación.',
  'prices.currency': 'Moneda, tres letras',
  'prices.tax': 'Impuesto, %',
  'prices.hourly': 'Una hora de trabajo',
  'prices.callOut': 'Una visita',
  'prices.newMachine': 'Una máquina nueva, conectada',
  'prices.life': 'Dura, años',
  'prices.variant':
    '{part}, {variant, select, universal {universal} motor_only {solo el motor} used {usada} other {reparada}}',
  'prices.save': 'Guardar los precios',
  'prices.saved': 'Guardado.',
  'prices.showParts': 'Precios de las piezas',
}
