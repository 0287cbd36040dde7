import type { FamilyId } from '../../machine/machineSpec.ts'

/** Where own records of a machine, a model and a family stand. */
export const recordsKey = {
  machine: (id: string) => `machine:${id}`,
  model: (family: FamilyId, name: string) => `model:${family}:${name}`,
  family: (family: FamilyId) => `family:${family}`,
}

/** Make and model as they are compared: case, spaces and dashes say nothing. Empty where either was not typed. */
export function modelName(make: string, model: string): string {
  const plain = (text: string) =>
    text
      .normalize('NFKD')
      .toLowerCase()
      .replaceAll(/[^\p{L}\p{N}]/gu, '')
  return plain(make) && plain(model) ? `${plain(make)} ${plain(model)}` : ''
}
