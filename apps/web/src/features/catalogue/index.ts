export { CatalogueList } from './CatalogueList.tsx'
export { CheckView } from './CheckView.tsx'
export { FaultCardView } from './FaultCardView.tsx'
