import { initWasm, Resvg } from '@resvg/resvg-wasm';
import { once, PictureRefused, type Raster } from '../../core';

/** Makes the SVG renderer ready; `source` is where its code is (the worker's own copy unless a test says). */
export const startSvg = once((source?: Parameters<typeof initWasm>[0]) =>
  initWasm(source ?? fetch(new URL('@resvg/resvg-wasm/index_bg.wasm', import.meta.url))),
);

/** A drawing that stopped the renderer in its middle: the worker that it runs in is of no more use. */
class Unfit extends PictureRefused {
  override name = 'Unfit';
}

const NOT_DRAWN =
  'This SVG cannot be drawn: something in it is damaged or of a kind not known. Save it again as plain SVG.';

/**
 * Draws an SVG that was looked through (readSvg) at a width in px; straight alpha. No script can run in it.
 * @throws PictureRefused when it cannot be drawn; Unfit when nothing can be drawn after it.
 */
export async function drawSvg(svg: string, width: number): Promise<Raster> {
  await startSvg();
  try {
    return drawn(svg, Math.max(1, Math.round(width)));
  } catch (error) {
    throw error instanceof WebAssembly.RuntimeError ? new Unfit(NOT_DRAWN) : new PictureRefused(NOT_DRAWN);
  }
}

function drawn(svg: string, width: number): Raster {
  const drawing = new Resvg(svg, { fitTo: { mode: 'width', value: width } });
  try {
    const image = drawing.render();
    const data = new Uint8ClampedArray(image.pixels);
    const raster = { width: image.width, height: image.height, data };
    image.free();
    for (let i = 0; i < data.length; i += 4) {
      const a = data[i + 3];
      if (a === 0 || a === 255) continue;
      for (let c = 0; c < 3; c++) data[i + c] = (data[i + c] * 255) / a;
    }
    return raster;
  } finally {
    drawing.free();
  }
}
