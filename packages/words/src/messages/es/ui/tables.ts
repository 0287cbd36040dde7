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
  'table.archive': 'Todo el taller en un archivo',
  'table.allHint': 'Todo lo de este taller en CSV, con lo que significa cada columna, en un zip.',
}
