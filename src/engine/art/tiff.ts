import { Unzlib } from 'fflate';
import { addDecoder, BaseDecoder } from 'geotiff';
import { unpackLzw } from '../../core/format/tiff/lzw';

/** What of a TIFF's tags a strip or tile is unpacked by; `most`: the bytes that it is at most. */
type Parts = {
  tileWidth: number;
  tileHeight: number;
  planarConfiguration: number;
  bitsPerSample: number | number[] | Uint16Array;
  predictor: number;
  most: number;
};
type Tags = Parameters<NonNullable<Parameters<typeof addDecoder>[2]>>[0];

async function partsOf(tags: Tags): Promise<Parts> {
  const number = async (name: Parameters<Tags['loadValue']>[0], otherwise: number) =>
    Number((await tags.loadValue(name)) ?? otherwise);
  const isTiled = !tags.hasTag('StripOffsets');
  const height = await number('ImageLength', 0);
  const tileWidth = await number(isTiled ? 'TileWidth' : 'ImageWidth', 0);
  const tileHeight = isTiled
    ? await number('TileLength', 0)
    : Math.min(height, await number('RowsPerStrip', height));
  const planarConfiguration = await number('PlanarConfiguration', 1);
  const bitsPerSample = ((await tags.loadValue('BitsPerSample')) ?? 1) as Parts['bitsPerSample'];
  const each = typeof bitsPerSample === 'number' ? [bitsPerSample] : [...bitsPerSample];
  // Some say once what holds for each.
  const bits = Math.max(...each) * (planarConfiguration === 2 ? 1 : await number('SamplesPerPixel', 1));
  const most = tileHeight * Math.ceil((tileWidth * bits) / 8);
  return {
    tileWidth,
    tileHeight,
    planarConfiguration,
    bitsPerSample,
    predictor: await number('Predictor', 1),
    most,
  };
}

/** Packed bytes that are unpacked at once. */
const PIECE = 65_536;

class BoundedLzw extends BaseDecoder {
  override decodeBlock(buffer: ArrayBuffer): ArrayBuffer {
    return unpackLzw(new Uint8Array(buffer), (this.parameters as Parts).most).buffer;
  }
}

class BoundedDeflate extends BaseDecoder {
  override decodeBlock(buffer: ArrayBuffer): ArrayBuffer {
    const out = new Uint8Array((this.parameters as Parts).most);
    let filled = 0;
    const inflate = new Unzlib((part) => {
      const fits = part.subarray(0, out.length - filled);
      out.set(fits, filled);
      filled += fits.length;
    });
    const packed = new Uint8Array(buffer);
    for (let at = 0; at < packed.length && filled < out.length; at += PIECE)
      inflate.push(packed.subarray(at, at + PIECE));
    return out.buffer;
  }
}

/** From now on no strip or tile of a TIFF is unpacked to more than its picture says it is. */
export function boundTiffs() {
  addDecoder(5, async () => BoundedLzw, partsOf, false);
  addDecoder([8, 32946], async () => BoundedDeflate, partsOf, false);
}
