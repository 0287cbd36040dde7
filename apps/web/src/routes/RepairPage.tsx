export const RepairPage = () => null
