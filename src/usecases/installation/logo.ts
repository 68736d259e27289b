import sharp from 'sharp';

/** As large as it is ever printed, at twice the points. */
const BOX = { width: 480, height: 160 };
/** More than a logo ever has; what is packed small and unfolds large is not unfolded. */
const MOST_PIXELS = 20_000_000;

/**
 * A picture that somebody sent, as letters and pages use it: read whole, of a size that fits, without what cameras and programs
 * wrote into it.
 *
 * @param sent PNG, JPEG or WebP as `data:`
 * @returns a PNG as `data:`; null: it is no picture that can be read
 */
export async function logoFrom(sent: string): Promise<string | null> {
  const base64 = /^data:image\/(?:png|jpeg|webp);base64,(.+)$/i.exec(sent)?.[1];
  if (!base64) return null;
  try {
    const png = await sharp(Buffer.from(base64, 'base64'), { limitInputPixels: MOST_PIXELS, failOn: 'warning' })
      .rotate()
      .resize({ ...BOX, fit: 'inside', withoutEnlargement: true })
      .png({ compressionLevel: 9 })
      .toBuffer();
    return `data:image/png;base64,${png.toString('base64')}`;
  } catch {
    return null;
  }
}
