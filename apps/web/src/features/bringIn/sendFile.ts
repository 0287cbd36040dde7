import type { BroughtAnswer } from '@brendik/core'
import { postFile } from '../../api/client.ts'
import type { NamedFile } from '../../lib/handedOver.ts'

/** What a file would bring. Nothing is kept. */
export const tryFile = ({ file }: NamedFile) => postFile<BroughtAnswer>('/visit-files', file)
/** Takes a file in, if it still does what was shown. */
export const takeFile = ({ file }: NamedFile, digest: string) =>
  postFile<BroughtAnswer>(`/visit-files?store=yes&digest=${digest}`, file)
