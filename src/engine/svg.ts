import { initWasm, Resvg } from '@resvg/resvg-wasm';
import { once, type Raster } from '../core';

/** Makes the SVG renderer ready; `source` is where its code is (the worker's own copy unless a test says). */
export const startSvg = once((source?: Parameters<typeof initWasm>[0]) =>
  initWasm(source ?? fetch(new URL('@resvg/resvg-wasm/index_bg.wasm', import.meta.url))),
);

/** Draws an SVG that was looked through (readSvg) at a width in px; straight alpha. No script can run in it. */
export async function drawSvg(svg: string, width: number): Promise<Raster> {
  await startSvg();
  const drawing = new Resvg(svg, { fitTo: { mode: 'width', value: Math.max(1, Math.round(width)) } });
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
