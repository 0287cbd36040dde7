import { EN } from '../en/index.ts'

/** Every message of the product in Spanish, by its id. */
export const ES: Record<keyof typeof EN, string> = EN
