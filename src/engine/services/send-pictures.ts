import {
  type FileLayer,
  type PixelPlan,
  type Prepared,
  prepare,
  type Raster,
  type Rgb,
  Said,
} from '../../core';
import { inksOfScreen } from '../art/icc';
import { sceneToPrint } from '../art/scene';
import type { ArtSource } from '../art/shared-art';
import type { InksAsk, SceneRequest, SendAsk } from '../protocol';
import { inFlatColours } from './flat-colours';

/** A block is held whole to be turned: so many pixels at most. */
const MOST_TURNED = 80e6;

/** A block of a cloth from a place of it on, px. */
export type PictureFrom = (from: { x: number; y: number }) => Prepared;

/** The same picture with each of its bands made anew. */
const mapped = (
  block: Prepared,
  map: (data: Uint8ClampedArray) => Uint8ClampedArray<ArrayBuffer>,
): Prepared => ({
  ...block,
  rows: (from, to) => {
    const band = block.rows(from, to);
    return { ...band, data: map(band.data) };
  },
});

/** Each pixel as another one, four bytes each. */
const pixelwise =
  (act: (from: Uint8ClampedArray, to: Uint8ClampedArray, i: number) => void) => (data: Uint8ClampedArray) => {
    const out = new Uint8ClampedArray(data.length);
    for (let i = 0; i < data.length; i += 4) act(data, out, i);
    return out;
  };

/** How dark a pixel is on white paper, as grey tones have it: Rec. 709 luma. */
const greyTones = pixelwise((from, to, i) => {
  const luma = 0.2126 * from[i] + 0.7152 * from[i + 1] + 0.0722 * from[i + 2];
  to[i] = 255 - (from[i + 3] * (255 - luma)) / 255;
});

/** The picture that is asked for: the cloth, or a motif or an ink of it by itself. */
export async function pictureOf(
  request: SceneRequest,
  plan: PixelPlan,
  ask: SendAsk,
  source: ArtSource,
): Promise<PictureFrom> {
  const { alone, cmyk, profile, turn = 0 } = ask;
  let picture: (window: Window) => Prepared;
  if (!alone) {
    const scene = await sceneToPrint(request, source);
    picture = (window) => prepare(scene, plan, window);
  } else if ('motif' in alone) {
    const scene = await sceneToPrint(onlyMotif(request, alone.motif), source);
    picture = (window) => mapped(prepare(scene, plan, window), greyTones);
  } else {
    const colours = alone.inks.map((_, k): Rgb => (k === alone.ink ? [0, 0, 0] : [255, 255, 255]));
    const flat = inFlatColours(request, colours, alone.inkOf, alone.groundInks);
    const scene = await sceneToPrint(flat, source);
    picture = (window) => prepare(scene, plan, window);
  }
  if (cmyk && profile) {
    const inks = await inksOfScreen(profile);
    const screen = picture;
    picture = (window) => mapped(screen(window), inks);
  }
  return (from) => turned(picture, plan, from, turn);
}

type Window = { x: number; y: number; width: number; height: number };

/** The block of a cloth that is turned by quarters clockwise, from a place of it on. */
function turned(
  picture: (w: Window) => Prepared,
  plan: PixelPlan,
  from: { x: number; y: number },
  turn: number,
) {
  const { width, height } = plan.block;
  if (!turn) return picture({ ...from, width, height });
  if (width * height > MOST_TURNED)
    throw new Said(
      `A block of up to ${MOST_TURNED / 1e6} megapixels can be turned; this one is ${width} x ${height} px. Lower the ppi, or send it as it lies.`,
    );
  const at = { 1: { x: from.y, y: -from.x }, 2: { x: -from.x, y: -from.y }, 3: { x: -from.y, y: from.x } }[
    turn
  ];
  const whole = picture({ x: 0, y: 0, ...at, width, height });
  const lies = turn % 2 ? { width: height, height: width } : { width, height };
  let pixels: Uint32Array | null = null;
  return {
    ...lies,
    rows: (y0: number, y1: number): Raster => {
      if (!pixels) {
        const { data } = whole.rows(0, height);
        pixels = new Uint32Array(data.buffer, data.byteOffset, width * height);
      }
      const out = new Uint32Array(lies.width * (y1 - y0));
      let o = 0;
      for (let v = y0; v < y1; v++)
        for (let u = 0; u < lies.width; u++) {
          const [x, y] =
            turn === 1
              ? [v, height - 1 - u]
              : turn === 2
                ? [width - 1 - u, height - 1 - v]
                : [width - 1 - v, u];
          out[o++] = pixels[y * width + x];
        }
      return { width: lies.width, height: y1 - y0, data: new Uint8ClampedArray(out.buffer) };
    },
  };
}

/** A cloth with one motif on it, on nothing. */
const onlyMotif = (request: SceneRequest, motif: string): SceneRequest => ({
  ...bare(request),
  placements: request.placements.filter((p) => p.motif === motif),
  layers: undefined,
});

/** A cloth without ground and grain. */
const bare = (request: SceneRequest): SceneRequest => ({
  ...request,
  ...{ ground: null, split: undefined, grain: undefined },
});

/** The name of a layer that says what to draw next. */
export const GUIDE = 'Guide, not to be kept';

const preparedOf = ({ width, height, data }: Raster): Prepared => ({
  width,
  height,
  rows: (from, to) => ({ width, height: to - from, data: data.slice(from * width * 4, to * width * 4) }),
});

/** The layers of a picture, lowest first, as large as it is. @throws Said for layers of a cloth that is turned. */
export async function layersOfPicture(
  request: SceneRequest,
  plan: PixelPlan,
  { layers, guide, from, turn = 0 }: SendAsk,
  whole: Prepared,
  source: ArtSource,
): Promise<FileLayer[]> {
  if (!layers) return [];
  if (layers === 'empty')
    return [
      { name: 'Repeat', block: whole, locked: true },
      { name: 'Draw here', block: mapped(whole, (data) => new Uint8ClampedArray(data.length)) },
      ...(guide ? [{ name: GUIDE, block: preparedOf(guide), locked: true, beside: true }] : []),
    ];
  const at = async (asked: SceneRequest) => {
    const scene = await sceneToPrint(asked, source);
    return turned((window) => prepare(scene, plan, window), plan, from, turn);
  };
  if ('inks' in layers)
    return each(
      layers.inks.map(({ name }, k) => ({ name, k })).filter(({ k }) => k > 0 || request.ground),
      async ({ name, k }) => ({ name, block: await inkLayer(request, layers, k, at) }),
    );
  const lies = request.layers ?? [{ kind: 'placements' as const }];
  const ground = { name: 'Ground', asked: { ...request, placements: [], layers: [], grain: undefined } };
  const order = [...new Set(request.placements.map((p) => p.motif))];
  const parts = lies.flatMap((layer, n) =>
    layer.kind !== 'placements'
      ? [{ name: `Drawing ${n + 1}`, asked: { ...bare(request), placements: [], layers: [layer] } }]
      : order.map((motif) => ({
          name: layers.motifs.find((m) => m.id === motif)?.name ?? 'Motif',
          asked: onlyMotif(request, motif),
        })),
  );
  return each([...(request.ground ? [ground] : []), ...parts], async ({ name, asked }) => ({
    name,
    block: await at(asked),
    ...(asked === ground.asked ? { locked: true } : {}),
  }));
}

/** One after another, so that each finds in memory what the last one left. */
async function each<T, U>(list: readonly T[], act: (item: T) => Promise<U>): Promise<U[]> {
  const out: U[] = [];
  for (const item of list) out.push(await act(item));
  return out;
}

/**
 * One ink's layer: its colour, and of what is not under later inks the share that is it, so that the layers over each other are the cloth.
 */
async function inkLayer(
  request: SceneRequest,
  { inks, inkOf, groundInks }: InksAsk,
  ink: number,
  at: (asked: SceneRequest) => Promise<Prepared>,
): Promise<Prepared> {
  // In red how much of it there is, in green how much of it and of the inks below.
  const told = inks.map((_, k): Rgb => [k === ink ? 255 : 0, k <= ink ? 255 : 0, 0]);
  const flat = inFlatColours(request, told, inkOf, groundInks);
  const [r, g, b] = inks[ink].rgb;
  return mapped(
    await at(flat),
    pixelwise((from, to, i) => {
      to[i] = r;
      to[i + 1] = g;
      to[i + 2] = b;
      to[i + 3] = ink === 0 ? 255 : from[i + 1] ? (255 * from[i]) / from[i + 1] : 0;
    }),
  );
}
