import { type PictureHead, PictureRefused } from './refused';

/** The largest picture taken in: 35 megapixel scans fit with room to spare. */
export const PICTURE_LIMITS = { edgePx: 30000, megapixels: 200, fileMb: 400 } as const;

/** A head whose picture fits. @throws PictureRefused when it has no area, or is larger than PICTURE_LIMITS. */
export function bounded(head: PictureHead): PictureHead {
  const { width, height } = head;
  if (width < 1 || height < 1) throw new PictureRefused('This picture has no area: its size is 0 pixels.');
  const { edgePx, megapixels } = PICTURE_LIMITS;
  if (width > edgePx || height > edgePx || width * height > megapixels * 1e6) {
    throw new PictureRefused(
      `This picture is ${width} x ${height} px. Up to ${megapixels} megapixels and ${edgePx} px on a side fit: scan in parts or at a lower ppi.`,
    );
  }
  return head;
}
