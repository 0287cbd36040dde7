import { PHOTO_TYPES } from '@brendik/core'
import { AppError } from '../errors/AppError.ts'
import { imageTypeOf } from './photoStore.ts'

/** No camera's picture has more; a small file can claim to be as large as a house, pixels. */
const MOST_PIXELS = 50_000_000
/** Longest side that is kept, pixels: as devices make them. */
const LONGEST = 1600

/**
 * A picture decoded and written anew: what is kept is an upright JPEG of limited size, without a word of where and by what it was taken, and
 * without anything that only pretended to be a picture.
 * @throws {AppError} input_invalid.
 */
export async function cleanPhoto(bytes: Buffer): Promise<Buffer> {
  if (imageTypeOf(bytes) === null)
    throw new AppError(
      'input_invalid',
      `photo: expected ${PHOTO_TYPES.join(', ')}, got ${bytes.length} bytes of something else`,
    )
  const { default: sharp } = await import('sharp')
  try {
    return await sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error', pages: 1 })
      .rotate()
      .resize({ width: LONGEST, height: LONGEST, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#fff' })
      .jpeg({ quality: 82 })
      .toBuffer()
  } catch (error) {
    throw new AppError('input_invalid', `photo: cannot be read as a picture (${(error as Error).message})`, {
      cause: error,
    })
  }
}
