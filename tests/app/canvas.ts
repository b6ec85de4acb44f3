import { Canvas, createCanvas, ImageData, loadImage } from '@napi-rs/canvas';
import sharp from 'sharp';

/** Canvases and bitmaps without a browser: Skia draws, in the process of the tests. */
class SkiaCanvas extends Canvas {
  constructor(width: number, height: number) {
    // The constructor of the package gives another object back, which has none of these.
    super(width, height);
    Object.defineProperties(this, {
      convertToBlob: { value: (asked?: { type?: string; quality?: number }) => blobOf(this, asked) },
      transferToImageBitmap: { value: () => this },
      close: { value: () => {} },
    });
  }
}

/** A drawn canvas as a picture file, PNG unless another type is asked for. */
async function blobOf(canvas: Canvas, { type = 'image/png', quality = 1 } = {}): Promise<Blob> {
  const { width, height } = canvas;
  // Skia's own JPEG has its colours at half their fineness.
  const bytes =
    type === 'image/jpeg'
      ? await sharp(canvas.data(), { raw: { width, height, channels: 4 } })
          .jpeg({ quality: Math.round(quality * 100), chromaSubsampling: '4:4:4' })
          .toBuffer()
      : await (type === 'image/webp' ? canvas.encode('webp') : canvas.encode('png'));
  return new Blob([new Uint8Array(bytes)], { type });
}

/** The canvas behind an element of the page, made at the size that the element has. */
const behind = new WeakMap<HTMLCanvasElement, Canvas>();
export function canvasOf(element: HTMLCanvasElement): Canvas {
  const { width, height } = element;
  const now = behind.get(element);
  if (now && now.width === width && now.height === height) return now;
  const made = createCanvas(width, height);
  behind.set(element, made);
  return made;
}

type Source = Blob | ImageData | HTMLCanvasElement | Canvas;
type Bitmap = SkiaCanvas;

async function bitmapOf(source: Source): Promise<Bitmap> {
  if (source instanceof Blob) {
    const image = await loadImage(Buffer.from(await source.arrayBuffer()));
    const bitmap = new SkiaCanvas(image.width, image.height);
    bitmap.getContext('2d').drawImage(image, 0, 0);
    return bitmap;
  }
  if (source instanceof ImageData) {
    const bitmap = new SkiaCanvas(source.width, source.height);
    bitmap.getContext('2d').putImageData(source, 0, 0);
    return bitmap;
  }
  const from = source instanceof Canvas ? source : canvasOf(source);
  const bitmap = new SkiaCanvas(from.width, from.height);
  bitmap.getContext('2d').drawImage(from, 0, 0);
  return bitmap;
}

/** Puts them where the page and the services look for them. */
export function installCanvas() {
  const element = HTMLCanvasElement.prototype;
  Object.assign(globalThis, { OffscreenCanvas: SkiaCanvas, createImageBitmap: bitmapOf, ImageData });
  Object.assign(element, {
    getContext(this: HTMLCanvasElement, kind: string) {
      if (kind !== '2d') return null;
      return canvasOf(this).getContext('2d');
    },
    toDataURL(this: HTMLCanvasElement) {
      return canvasOf(this).toDataURL();
    },
  });
}
