export { CustomerPage } from './CustomerPage.tsx'
