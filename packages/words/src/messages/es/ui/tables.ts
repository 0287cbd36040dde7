import type { tables as english } from '../../en/ui/tables.ts'

export const tables: Record<keyof typeof english, string> = {
  'interface.title': 'Lo que pueden pedir los programas',
  'interface.asFile': 'Lo mismo como archivo, OpenAPI 3.1',
  'interface.sends': 'Envía',
  'interface.askedWith': 'Se pide con',
  'interface.gives': 'Da',
  'interface.by':
    '{by, select, anyone {cualquiera} owner {un dueño} instrument {un instrumento, con su clave} token {quien haya entrado, o su clave} other {quien haya entrado}}',
  'interface.needed': 'necesario',
  'table.take': 'La visita en tablas',
  'table.takeSheet': 'La visita en hoja de cálculo',
  'table.records': 'Sus registros',
  'table.all': 'Todas las visitas en tablas',
  'table.archive': 'Escribir un archivo de todo el taller',
  'table.archiveSays':
    'Todo menos contraseñas y sesiones, en un solo archivo que otro ordenador restaura. Se escribe primero en el servidor, para que una descarga cortada siga donde iba.',
  'table.archiveWriting':
    'Escribiendo el archivo: {rows, plural, one {# registro} other {# registros}}, {megabytes} MB.',
  'table.archiveTake': 'Guardar el archivo, {megabytes} MB',
  'table.archiveIs': 'Tal como estaba: {made}. Queda aquí hasta las {until}.',
  'table.archiveFailed':
    'No se pudo terminar el archivo. ¿Hay sitio en el disco del servidor? Inténtelo otra vez.',
  'table.archiveNew': 'Escribir uno nuevo',
  'table.allHint': 'Todo lo de este taller en CSV, con lo que significa cada columna, en un zip.',
}
