import { measureLight, type Bitmap, type LightMark, type LightPair, type LightPicture } from '@elm-mist/core/light';

/** A kept picture and what was marked on it. */
export interface MarkedPhoto {
  blob: Blob;
  mark: LightMark;
}

/** Most that decoding takes of the whole, for telling how far it is. */
const DECODING = 0.4;

async function pixelsOf(blob: Blob): Promise<Bitmap> {
  const picture = await createImageBitmap(blob);
  const { width, height } = picture;
  const surface = new OffscreenCanvas(width, height);
  const context = surface.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This device cannot read the picture.');
  context.drawImage(picture, 0, 0);
  picture.close();
  return { width, height, data: context.getImageData(0, 0, width, height).data };
}

/**
 * Decodes pictures and measures the light in them. For a worker: twelve megapixels take a good half second.
 * @param tell how far it is, 0 to 1
 * @throws Error for what is no picture · CoreError for corners that cross
 */
export async function lightOf(before: MarkedPhoto | null, after: MarkedPhoto | null, tell: (share: number) => void): Promise<LightPair> {
  const decoded = async (photo: MarkedPhoto | null): Promise<LightPicture | null> =>
    photo && { bitmap: await pixelsOf(photo.blob), mark: photo.mark };
  tell(0);
  const first = await decoded(before);
  tell(DECODING / 2);
  const second = await decoded(after);
  tell(DECODING);
  return measureLight(first, second, (share) => tell(DECODING + (1 - DECODING) * share));
}
