import type { GeoTIFFImage } from 'geotiff';
import {
  PICTURE_LIMITS,
  PictureRefused,
  type Raster,
  readPictureHead,
  Said,
  unpremultiply,
} from '../../core';

const STRIP = 512;

/**
 * Any picture file in pixels, after its head was found sound. The browser decodes PNG, JPEG and WebP, upright
 * and in sRGB.
 * @throws PictureRefused when it is damaged or larger than it said.
 */
export async function decodePicture(bytes: Uint8Array<ArrayBuffer>): Promise<Raster> {
  const head = readPictureHead(bytes);
  try {
    if (head.type === 'tiff') return await decodeTiff(bytes);
    const bitmap = await createImageBitmap(new Blob([bytes], { type: `image/${head.type}` }));
    return rasterOf(bitmap);
  } catch (error) {
    if (error instanceof PictureRefused) throw error;
    throw new PictureRefused(
      'This picture is damaged: it could not be decoded. Copy it again from where it came from.',
    );
  }
}

/** Read out in strips, so that a large picture is not held three times over. */
function rasterOf(bitmap: ImageBitmap): Raster {
  const { width, height } = bitmap;
  refuseLarge(width, height);
  const data = new Uint8ClampedArray(width * height * 4);
  const canvas = new OffscreenCanvas(width, Math.min(height, STRIP));
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Said('This browser gave no canvas to decode the picture on.');
  for (let y = 0; y < height; y += STRIP) {
    const rows = Math.min(STRIP, height - y);
    context.clearRect(0, 0, width, rows);
    context.drawImage(bitmap, 0, y, width, rows, 0, 0, width, rows);
    data.set(context.getImageData(0, 0, width, rows).data, y * width * 4);
  }
  bitmap.close();
  return { width, height, data };
}

function refuseLarge(width: number, height: number) {
  if (width * height > PICTURE_LIMITS.megapixels * 1e6) {
    throw new PictureRefused('The picture is larger than it said.');
  }
}

/** Turned and mirrored as a TIFF's orientation (1 to 8) says: the first row and column are where it names them. */
function upright(stored: Raster, orientation: number): Raster {
  if (!(orientation > 1 && orientation <= 8)) return stored;
  const { width: w, height: h } = stored;
  const turned = orientation > 4;
  const [width, height] = turned ? [h, w] : [w, h];
  const fromRight = [2, 3, 6, 7].includes(orientation);
  const fromBelow = [3, 4, 7, 8].includes(orientation);
  const from = new Uint32Array(stored.data.buffer, stored.data.byteOffset, w * h);
  const to = new Uint32Array(w * h);
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      const u = fromRight ? width - 1 - x : x;
      const v = fromBelow ? height - 1 - y : y;
      to[p] = turned ? from[u * w + v] : from[v * w + u];
    }
  }
  return { width, height, data: new Uint8ClampedArray(to.buffer) };
}

/** How many bits each sample has: 1 where it is not said (TIFF 6.0), and where it is said once, the same for all. */
function sayBits({ fileDirectory }: GeoTIFFImage, samples: number): number {
  const said = fileDirectory.getValue('BitsPerSample');
  const all = said === undefined ? [1] : [...said];
  if (said === undefined || all.length < samples)
    fileDirectory.actualizedFields.set(BITS_PER_SAMPLE, Array<number>(samples).fill(all[0]));
  return all[0];
}
const BITS_PER_SAMPLE = 258;

/** The first picture of a TIFF: grey or palette of 1 to 8 or 16 bits, RGB(A) of 8 or 16, upright, straight alpha. */
export async function decodeTiff(bytes: Uint8Array<ArrayBuffer>): Promise<Raster> {
  const [{ fromArrayBuffer }, { boundTiffs }] = await Promise.all([import('geotiff'), import('./tiff')]);
  boundTiffs();
  const own = bytes.byteOffset === 0 && bytes.length === bytes.buffer.byteLength;
  const file = await fromArrayBuffer(own ? bytes.buffer : bytes.slice().buffer);
  const image = await file.getImage(0);
  const [width, height] = [image.getWidth(), image.getHeight()];
  refuseLarge(width, height);
  const samples = image.getSamplesPerPixel();
  const bits = sayBits(image, samples);
  const kind = Number(image.fileDirectory.getValue('PhotometricInterpretation'));
  const data = new Uint8ClampedArray(width * height * 4);
  const colours =
    kind === 3 ? ((await image.fileDirectory.loadValue('ColorMap')) as ArrayLike<number>) : null;
  const read = (await image.readRasters({ interleave: true })) as unknown as ArrayLike<number>;
  const most = 2 ** bits - 1;
  const associated = Number([image.fileDirectory.getValue('ExtraSamples') ?? 0].flat()[0]) === 1;
  const orientation = Number((await image.fileDirectory.loadValue('Orientation')) ?? 1);
  const level = (v: number) => (bits === 8 ? v : (v * 255) / most);
  const grey = kind < 2;
  for (let p = 0, s = 0; p < width * height; p++, s += samples) {
    for (let c = 0; c < 3; c++) {
      let v: number;
      if (colours) v = colours[read[s] + (c << bits)] / 257;
      else v = level(read[grey ? s : s + c]);
      data[p * 4 + c] = kind === 0 ? 255 - v : v;
    }
    const alpha = grey || colours ? 1 : 3;
    data[p * 4 + 3] = samples > alpha ? level(read[s + alpha]) : 255;
  }
  const raster = { width, height, data };
  return upright(associated ? unpremultiply(raster) : raster, orientation);
}
