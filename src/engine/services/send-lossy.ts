import { type FileFormat, pixelPlan, Said } from '../../core';
import type { ArtSource } from '../art/shared-art';
import type { FileProof, Progress, SceneRequest, SendAsk } from '../protocol';
import { pictureOf } from './send-pictures';

/** A canvas beyond these is silently blank. */
const MOST = { edge: 65_535, px: 268_435_456 };
const BAND = 64;
/** So far off, levels in the middle or anywhere, is no longer the picture that was rendered: a line at a join is a few pixels far off. */
const FAR = { mean: 1.5, most: 40 };

type Lossy = NonNullable<FileFormat['lossy']>;

/**
 * Writes a sheet or a block by the browser's own encoder, at its best; then has the browser read it, and holds it against the cloth
 * rendered as if it were cut elsewhere.
 */
export async function writeLossy(
  request: SceneRequest,
  ask: SendAsk,
  { mime, finish }: { mime: string } & Lossy,
  onProgress: Progress,
  source: ArtSource,
): Promise<{ file: Blob; proof: Omit<FileProof, 'sha256' | 'crc'> }> {
  if (!request.ground)
    throw new Said('A JPEG has no clear places: send it on its ground, or as a PNG or a TIFF.');
  const plan = pixelPlan(request.layout, request.cellMm, request.ppi);
  const { sheet, from } = ask;
  const picture = await pictureOf(request, plan, ask, source);
  const block = picture(from);
  const { width, height } = sheet ?? block;
  if (Math.max(width, height) > MOST.edge || width * height > MOST.px)
    throw new Said(
      `A JPEG is made up to ${MOST.edge} px on a side and ${Math.floor(MOST.px / 1e6)} megapixels; this is ${width} x ${height} px. Send a PNG or a TIFF.`,
    );
  const canvas = new OffscreenCanvas(width, height);
  const pen = canvas.getContext('2d', { alpha: false });
  if (!pen) throw new Said('This browser has no canvas to write a JPEG with. Send a PNG or a TIFF.');
  const [once, tall] = [Math.min(width, block.width), Math.min(height, block.height)];
  for (let y = 0; y < tall; y += BAND) {
    const band = block.rows(y, Math.min(tall, y + BAND));
    pen.putImageData(new ImageData(new Uint8ClampedArray(band.data), band.width), 0, y);
    onProgress((0.4 * y) / tall);
  }
  // What is there is laid beside itself until the sheet is full.
  for (let done = once; done < width; done *= 2) pen.drawImage(canvas, 0, 0, done, tall, done, 0, done, tall);
  for (let done = tall; done < height; done *= 2)
    pen.drawImage(canvas, 0, 0, width, done, 0, done, width, done);
  const made = await canvas.convertToBlob({ type: mime, quality: 1 });
  const file = new Blob([finish(new Uint8Array(await made.arrayBuffer()), request.ppi)], { type: mime });
  onProgress(0.6);
  const seen = await createImageBitmap(file, { colorSpaceConversion: 'none' });
  const cut = { x: (block.width >> 1) + 3, y: (block.height >> 1) + 5 };
  const moved = picture({ x: from.x + cut.x, y: from.y + cut.y });
  const strip = new OffscreenCanvas(width, BAND).getContext('2d', { alpha: false, willReadFrequently: true });
  if (!strip) throw new Said('This browser has no canvas to read a JPEG with.');
  let [sum, most] = [0, 0];
  for (let y = 0; y < height; ) {
    const at = (y + block.height - cut.y) % block.height;
    const rows = Math.min(BAND, height - y, block.height - at);
    strip.drawImage(seen, 0, y, width, rows, 0, 0, width, rows);
    const { data } = strip.getImageData(0, 0, width, rows);
    const want = moved.rows(at, at + rows).data;
    for (let r = 0; r < rows; r++)
      for (
        let x = 0, k = (block.width - cut.x) % block.width;
        x < width;
        x++, k = k + 1 === block.width ? 0 : k + 1
      )
        for (let c = 0; c < 3; c++) {
          const off = Math.abs(data[(r * width + x) * 4 + c] - want[(r * block.width + k) * 4 + c]);
          sum += off;
          if (off > most) most = off;
        }
    y += rows;
    onProgress(0.6 + (0.4 * y) / height);
  }
  const error = { mean: sum / (width * height * 3), most };
  const near = error.mean < FAR.mean && error.most < FAR.most;
  const size = { width: seen.width, height: seen.height };
  seen.close();
  return {
    file,
    proof: { bytes: file.size, ...size, ppi: request.ppi, alpha: false, joins: near, faithful: near, error },
  };
}
