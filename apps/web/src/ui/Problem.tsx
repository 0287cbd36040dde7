import { Notice } from './Notice.tsx'

/** Why the last act did not succeed; nothing while there is no reason. */
export function Problem({ of }: { of: readonly { error: Error | null }[] }) {
  const failed = of.find(({ error }) => error !== null)
  return failed ? (
    <Notice tone="stop" alert className="my-2 p-3">
      {failed.error?.message}
    </Notice>
  ) : null
}
