export { CustomerPage } from './CustomerPage.tsx'
export { keepPdf } from './keepPdf.ts'
export { ReportSheet } from './ReportSheet.tsx'
export { ShareSheet } from './ShareSheet.tsx'
