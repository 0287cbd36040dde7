import type { InterfaceDocument, InterfaceOperation, Method } from '../../api/interfaceDocument.ts'

export interface Line {
  path: string
  method: Method
  operation: InterfaceOperation
}
/** All operations of a subject, in the order in which they are told. */
export function linesOf({ paths }: InterfaceDocument, tag: string): Line[] {
  return Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods)
      .filter(([, operation]) => operation.tags.includes(tag))
      .map(([method, operation]) => ({ path, method: method as Method, operation })),
  )
}

/** Who may ask. */
export function askedBy({ security, description }: InterfaceOperation): string {
  if (security.length === 0) return 'anyone'
  if (security.some((one) => 'instrument' in one)) return 'instrument'
  if (security.some((one) => 'token' in one)) return 'token'
  return description ? 'owner' : 'signed-in'
}
