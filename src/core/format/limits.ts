import { type PictureHead, PictureRefused } from './refused';

/** The largest picture taken in: 35 megapixel scans fit with room to spare. */
export const PICTURE_LIMITS = { edgePx: 30000, megapixels: 200, fileMb: 400 } as const;

/** Larger than so many pixels, a picture that holds less than a byte for so many of them is next to empty. */
const EMPTY = { px: 30e6, pxToByte: 200 };

/**
 * A head whose picture fits. @param fileBytes how many bytes the whole file is.
 * @throws PictureRefused when it has no area, is larger than PICTURE_LIMITS, or is large and next to empty.
 */
export function bounded(head: PictureHead, fileBytes: number): PictureHead {
  const { width, height } = head;
  if (width < 1 || height < 1) throw new PictureRefused('This picture has no area: its size is 0 pixels.');
  const { edgePx, megapixels } = PICTURE_LIMITS;
  if (width > edgePx || height > edgePx || width * height > megapixels * 1e6) {
    throw new PictureRefused(
      `This picture is ${width} x ${height} px. Up to ${megapixels} megapixels and ${edgePx} px on a side fit: scan in parts or at a lower ppi.`,
    );
  }
  if (width * height > EMPTY.px && fileBytes * EMPTY.pxToByte < width * height) {
    throw new PictureRefused(
      `This picture is ${width} x ${height} px, but there is next to nothing on it. Cut it to what is drawn, or save it smaller.`,
    );
  }
  return head;
}
