import { deflateSync } from 'node:zlib';
import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import { PROJECT_MIME } from '../../src/core/format/project';
import { chunk, icc, ifd, isPng, tiff } from './parts';
import type { Case } from './run';

const svg = (body: string, attributes = 'width="60mm" height="60mm" viewBox="0 0 600 600"') =>
  strToU8(
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${body}</svg>`,
  );
/** Each of some definitions made of two of the one before it. */
const nested = (
  depth: number,
  one: (n: number, inner: string) => string,
  first = '<rect width="600" height="600"/>',
) => `<defs>${Array.from({ length: depth }, (_, n) => one(n, n ? '' : first)).join('')}</defs>`;
const twice = (n: number, use: (before: number) => string) => (n ? use(n - 1) + use(n - 1) : '');
const star = (points: number) =>
  Array.from({ length: points }, (_, n) => `${n ? 'L' : 'M'}${(n * 7919) % 600} ${(n * 104729) % 600}`).join(
    '',
  );

const SVGS: Record<string, () => Uint8Array> = {
  'masks in masks': () =>
    svg(
      `${nested(16, (n, inner) => `<mask id="m${n}"><g>${inner}${twice(n, (b) => `<rect width="600" height="600" mask="url(#m${b})"/>`)}</g></mask>`)}<rect width="600" height="600" mask="url(#m15)"/>`,
    ),
  'patterns in patterns': () =>
    svg(
      `${nested(9, (n, inner) => `<pattern id="p${n}" width="3" height="3" patternUnits="userSpaceOnUse">${inner}${twice(n, (b) => `<rect width="3" height="3" fill="url(#p${b})"/>`)}</pattern>`)}<rect width="600" height="600" fill="url(#p8)"/>`,
    ),
  'clips in clips': () =>
    svg(
      `${nested(20, (n, inner) => `<clipPath id="c${n}">${inner}${twice(n, (b) => `<rect width="600" height="600" clip-path="url(#c${b})"/>`)}</clipPath>`)}<rect width="600" height="600" clip-path="url(#c19)"/>`,
    ),
  'uses of uses': () =>
    svg(
      `${nested(30, (n, inner) => `<g id="u${n}">${inner}${twice(n, (b) => `<use href="#u${b}"/>`)}</g>`)}<use href="#u29"/>`,
    ),
  'a use of itself': () => svg('<g id="a"><use href="#a"/><use xlink:href="#a"/></g>'),
  'a mask of itself': () =>
    svg(
      '<mask id="m"><rect width="9" height="9" mask="url(#m)"/></mask><rect width="600" height="600" mask="url(#m)"/>',
    ),
  'a pattern of itself': () =>
    svg(
      '<pattern id="p" width="1" height="1"><rect width="9" height="9" fill="url(#p)"/></pattern><rect width="600" height="600" fill="url(#p)"/>',
    ),
  'gradients in a ring': () =>
    svg(
      '<linearGradient id="a" href="#b"/><linearGradient id="b" href="#a"/><rect width="600" height="600" fill="url(#a)"/>',
    ),
  'a marker at every point': () =>
    svg(
      `<marker id="m" markerWidth="99" markerHeight="99"><path d="${star(900)}"/></marker><path d="${star(2000)}" marker-mid="url(#m)"/>`,
    ),
  '100,000 paths': () => svg('<path d="M0 0L600 600L0 600Z"/>'.repeat(100_000)),
  'one path of 400,000 points': () => svg(`<path d="${star(400_000)}" stroke="#000"/>`),
  'dashes by the million': () => svg(`<path d="${star(3000)}" stroke="#000" stroke-dasharray="0.001"/>`),
  'blur of the whole': () =>
    svg(
      '<filter id="f" x="-99" y="-99" width="999" height="999"><feGaussianBlur stdDeviation="900000"/></filter><rect width="600" height="600" filter="url(#f)"/>',
    ),
  'a filter of 3,000 steps': () =>
    svg(
      `<filter id="f">${'<feTurbulence baseFrequency="0.9" numOctaves="99"/>'.repeat(3000)}</filter><rect width="600" height="600" filter="url(#f)"/>`,
    ),
  'turbulence without end': () =>
    svg(
      '<filter id="f"><feTurbulence baseFrequency="9" numOctaves="999999999"/></filter><rect width="600" height="600" filter="url(#f)"/>',
    ),
  'morphology of a mile': () =>
    svg(
      '<filter id="f"><feMorphology operator="dilate" radius="90000"/></filter><rect width="600" height="600" filter="url(#f)"/>',
    ),
  'a convolution of 900 x 900': () =>
    svg(
      `<filter id="f"><feConvolveMatrix order="900" kernelMatrix="${'1 '.repeat(810_000)}"/></filter><rect width="600" height="600" filter="url(#f)"/>`,
    ),
  'filters on 5,000 groups': () =>
    svg(
      `<filter id="f"><feGaussianBlur stdDeviation="20"/></filter>${'<g filter="url(#f)"><rect width="600" height="600"/></g>'.repeat(5000)}`,
    ),
  'groups 200,000 deep': () => svg('<g>'.repeat(200_000) + '</g>'.repeat(200_000)),
  'see-through groups 3,000 deep': () =>
    svg(`${'<g opacity="0.9">'.repeat(3000)}<rect width="600" height="600"/>${'</g>'.repeat(3000)}`),
  entities: () =>
    strToU8(
      `<!DOCTYPE svg [${Array.from({ length: 12 }, (_, n) => `<!ENTITY e${n} "${n ? `&e${n - 1};`.repeat(10) : 'x'}">`).join('')}]><svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm"><text>&e11;</text></svg>`,
    ),
  'a size of a billion': () => svg('<rect width="9" height="9"/>', 'width="1e12mm" height="1e-12mm"'),
  'a size of nothing': () => svg('<rect width="9" height="9"/>', 'width="0" height="0"'),
  'a view a million times as tall as wide': () =>
    svg('<rect width="1" height="1e6"/>', 'width="1mm" height="1000000mm" viewBox="0 0 1 1000000"'),
  'a drawing in a drawing in a drawing': () => {
    let inner = '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>';
    for (let n = 0; n < 12; n++) {
      const data = Buffer.from(inner).toString('base64');
      inner = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="600">${`<image width="600" height="600" href="data:image/svg+xml;base64,${data}"/>`.repeat(2)}</svg>`;
    }
    return strToU8(inner);
  },
  'a picture of 30,000 x 30,000 in it': () =>
    svg(
      `<image width="600" height="600" href="data:image/png;base64,${Buffer.from(bigPng(30_000, 30_000)).toString('base64')}"/>`,
    ),
  '300 pictures of 4,000 x 4,000 in it': () => {
    const data = Buffer.from(bigPng(4000, 4000)).toString('base64');
    return svg(`<image width="600" height="600" href="data:image/png;base64,${data}"/>`.repeat(300));
  },
  '20,000 rules of style': () =>
    svg(
      `<style>${Array.from({ length: 20_000 }, (_, n) => `.a${n}{fill:#${(n % 999) + 1000}}`).join('')}</style>${'<rect class="a1 a2 a3" width="9" height="9"/>'.repeat(3000)}`,
    ),
  'a style without end': () => svg(`<style>${'a'.repeat(3e6)}</style><rect width="9" height="9"/>`),
  'blanks in a reference': () => svg(`<rect width="9" height="9" fill="url(${' '.repeat(500_000)}#g)"/>`),
  'text of a million letters': () => svg(`<text>${'x'.repeat(1e6)}</text>`),
};

/** The rows of a clear RGBA picture, packed as far as they go. */
function bigPng(width: number, height: number): Uint8Array {
  const row = Buffer.alloc(1 + width * 4);
  const rows = Math.min(height, Math.ceil(4e6 / row.length));
  const idat = deflateSync(Buffer.concat(Array.from({ length: rows }, () => row)), { level: 9 });
  return isPng(width, height, [chunk('IDAT', idat)]);
}
const packed = new Map<number, Buffer>();
/** So many zeros, packed. */
function zeros(n: number): Buffer {
  const known = packed.get(n) ?? deflateSync(Buffer.alloc(n));
  packed.set(n, known);
  return known;
}

const PNGS: Record<string, () => Uint8Array> = {
  'far more rows than it says': () => isPng(16, 16, [chunk('IDAT', zeros(300e6))]),
  'a profile that unpacks to 300 MB': () =>
    isPng(16, 16, [
      chunk('iCCP', Buffer.concat([Buffer.from('p\0\0'), zeros(300e6)])),
      chunk('IDAT', zeros(16 * 65)),
    ]),
  'a text that unpacks to 300 MB': () =>
    isPng(16, 16, [
      chunk('zTXt', Buffer.concat([Buffer.from('p\0\0'), zeros(300e6)])),
      chunk('IDAT', zeros(16 * 65)),
    ]),
  '30,000 x 30,000': () => bigPng(30_000, 30_000),
  '13,000 x 13,000 of nothing': () => isPng(13_000, 13_000, [chunk('IDAT', zeros(13_000 * 52_001))]),
  'a size of four billion': () => isPng(0xffffffff, 0xffffffff, [chunk('IDAT', zeros(99))]),
  '200,000 empty pieces': () =>
    isPng(16, 16, [
      ...Array.from({ length: 200_000 }, () => chunk('IDAT', Buffer.alloc(0))),
      chunk('IDAT', zeros(16 * 65)),
    ]),
  'a piece longer than the file': () =>
    isPng(16, 16, [Buffer.from([0x7f, 0xff, 0xff, 0xff, 73, 68, 65, 84])]),
};

const TIFFS: Record<string, () => Uint8Array> = {
  'tiles of a billion': () =>
    tiff([
      ifd({ 256: 16, 257: 16, 258: 8, 259: 1, 262: 1, 277: 1, 322: 1 << 30, 323: 1 << 30, 324: 8, 325: 8 }),
    ]),
  'strips of a billion rows': () =>
    tiff([
      ifd({ 256: 60_000, 257: 3, 258: 8, 259: 1, 262: 1, 277: 1, 278: 1 << 30, 273: 8, 279: 0xffffffff }),
    ]),
  '65,535 samples': () =>
    tiff([ifd({ 256: 999, 257: 999, 258: 8, 259: 1, 262: 1, 277: 65_535, 278: 999, 273: 8, 279: 99 })]),
  'a directory that is its own next': () =>
    tiff([ifd({ 256: 16, 257: 16, 258: 8, 259: 1, 262: 1, 277: 1, 273: 8, 279: 256 }, 8)]),
  'a list of four billion offsets': () =>
    tiff([
      ifd({ 256: 16, 257: 16, 258: 8, 259: 1, 262: 1, 277: 1, 278: 1, 279: 9 }, 0, {
        tag: 273,
        count: 0xffffffff,
      }),
    ]),
  'deflate to 300 MB': () =>
    tiff(
      [ifd({ 256: 64, 257: 64, 258: 8, 259: 8, 262: 1, 277: 1, 278: 64, 273: 'data', 279: 'size' })],
      zeros(300e6),
    ),
  'LZW without end': () =>
    tiff(
      [ifd({ 256: 64, 257: 64, 258: 8, 259: 5, 262: 1, 277: 1, 278: 64, 273: 'data', 279: 'size' })],
      Buffer.alloc(4e6, 0xaa),
    ),
  'packed bits to 100 MB': () =>
    tiff(
      [ifd({ 256: 64, 257: 64, 258: 8, 259: 32773, 262: 1, 277: 1, 278: 64, 273: 'data', 279: 'size' })],
      Buffer.alloc(2e6, 0x81),
    ),
  '30,000 x 6,000 packed to nothing': () =>
    tiff(
      [ifd({ 256: 30_000, 257: 6000, 258: 8, 259: 8, 262: 1, 277: 1, 278: 6000, 273: 'data', 279: 'size' })],
      zeros(180e6),
    ),
};

const ora = (stack: string, files: Record<string, Uint8Array> = {}) =>
  zipSync({ mimetype: [strToU8('image/openraster'), { level: 0 }], 'stack.xml': strToU8(stack), ...files });
const small = () => isPng(16, 16, [chunk('IDAT', zeros(16 * 65))]);
const layer = '<layer name="a" src="data/a.png"/>';

const ORAS: Record<string, () => Uint8Array> = {
  'one large picture for 200 layers': () =>
    ora(`<image w="9000" h="9000"><stack>${layer.repeat(200)}</stack></image>`, {
      'data/a.png': isPng(9000, 9000, [chunk('IDAT', zeros(9000 * 36_001))]),
    }),
  'a layer with far more rows than it says': () =>
    ora(`<image w="16" h="16"><stack>${layer}</stack></image>`, {
      'data/a.png': isPng(16, 16, [chunk('IDAT', zeros(300e6))]),
    }),
  'stacks 100,000 deep': () =>
    ora(`<image w="16" h="16">${'<stack>'.repeat(100_000)}${layer}${'</stack>'.repeat(100_000)}</image>`, {
      'data/a.png': small(),
    }),
  'a list of 100 MB': () =>
    ora(`<image w="16" h="16"><stack>${' '.repeat(100e6)}${layer}</stack></image>`, {
      'data/a.png': small(),
    }),
  '60,000 entries': () =>
    ora(`<image w="16" h="16"><stack>${layer}</stack></image>`, {
      'data/a.png': small(),
      ...Object.fromEntries(Array.from({ length: 60_000 }, (_, n) => [`x${n}`, new Uint8Array()])),
    }),
  'a directory that lies': () => {
    const zip = ora(`<image w="16" h="16"><stack>${layer}</stack></image>`, { 'data/a.png': zeros(200e6) });
    const view = new DataView(zip.buffer, zip.byteOffset, zip.length);
    for (let at = 0; at + 30 < zip.length; at++)
      if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 0xfffffff0, true);
    return zip;
  },
};

const jpeg = (...segments: number[][]) => new Uint8Array([0xff, 0xd8, ...segments.flat(), 0xff, 0xd9]);
const frame = (w: number, h: number) => [
  0xff,
  0xc0,
  0,
  17,
  8,
  h >> 8,
  h & 255,
  w >> 8,
  w & 255,
  3,
  1,
  0x11,
  0,
  2,
  0x11,
  1,
  3,
  0x11,
  1,
];
const OTHERS: [kind: Case['kind'], name: string, make: () => Uint8Array | Promise<Uint8Array>][] = [
  ['jpeg', '65,535 x 65,535', () => jpeg(frame(65_535, 65_535))],
  [
    'jpeg',
    '90,000 empty segments',
    () => jpeg(...Array.from({ length: 90_000 }, () => [0xff, 0xe5, 0, 2]), frame(16, 16)),
  ],
  [
    'jpeg',
    'an EXIF block that leads round in a ring',
    () =>
      jpeg(
        [
          0xff, 0xe1, 0, 34, 0x45, 0x78, 0x69, 0x66, 0, 0, 0x49, 0x49, 42, 0, 8, 0, 0, 0, 1, 0, 0x69, 0x87, 4,
          0, 1, 0, 0, 0, 8, 0, 0, 0, 8, 0, 0, 0,
        ],
        frame(16, 16),
      ),
  ],
  ['jpeg', 'a million fill bytes', () => jpeg(Array(1e6).fill(0xff), frame(16, 16))],
  [
    'webp',
    'a canvas of 16 million squared',
    () => strToU8(`RIFF\x1a\0\0\0WEBPVP8X\x0a\0\0\0\0\0\0\0\xff\xff\xff\xff\xff\xff`, true),
  ],
  [
    'webp',
    '16,383 x 16,383 of nothing',
    async () =>
      new Uint8Array(
        await sharp({ create: { width: 16_383, height: 12_000, channels: 3, background: '#fff' } })
          .webp({ lossless: true, effort: 0 })
          .toBuffer(),
      ),
  ],
  ['palette', '40,000 blanks in a line', () => strToU8(`GIMP Palette\n${' '.repeat(400_000)}x\n`)],
  ['palette', 'a line of 8 MB', () => strToU8(`GIMP Palette\n${'1 '.repeat(4e6)}\n`)],
  ['palette', 'a million colours', () => strToU8(`GIMP Palette\n${'1 2 3 a\n'.repeat(1e6)}`)],
  ['palette', 'lists 200,000 deep', () => strToU8('['.repeat(200_000))],
  ['palette', 'objects 50,000 deep', () => strToU8(`${'{"a":'.repeat(50_000)}1${'}'.repeat(50_000)}`)],
  ['palette', 'a style sheet without end', () => strToU8(`:root{${'--a:'.repeat(1e6)}`)],
  ['palette', 'digits without end', () => strToU8(`#${'a'.repeat(4e6)}`)],
  ['solids', 'a quote that is never closed', () => strToU8(`name,hex\n"${'a,'.repeat(3e6)}`)],
  ['solids', 'quotes by the million', () => strToU8(`name,hex\n${'"'.repeat(3e6)}`)],
  ['solids', 'a million columns', () => strToU8(`name,hex${','.repeat(1e6)}\na,#fff\n`)],
  ['votes', 'a million lines', () => strToU8('Brisk,1\n'.repeat(1e6))],
  ['votes', 'a count of 1e308', () => strToU8('Brisk,1e308\n')],
  ['icc', 'four billion tags', () => icc(0xffffffff, Buffer.alloc(400))],
  ['icc', 'tags that lie beyond the file', () => icc(3, Buffer.alloc(36, 0xee))],
  ['icc', '16 MB of nothing', () => icc(1, Buffer.alloc(15.9e6))],
  [
    'icc',
    'a table of 255 x 255 x 255 x 255',
    () =>
      icc(
        1,
        Buffer.concat([
          Buffer.from('A2B0\0\0\0\x90\0\0\0\x40mft2\0\0\0\0\x04\x03\xff\0'),
          Buffer.alloc(200, 1),
        ]),
      ),
  ],
  [
    'clip',
    'lists 200,000 deep',
    () => strToU8(`{"kind":"hexaplex placements","motifs":${'['.repeat(200_000)}`),
  ],
  [
    'clip',
    '300,000 placements',
    () => strToU8(`{"kind":"hexaplex placements","motifs":[{}],"placements":[${'{},'.repeat(300_000)}{}]}`),
  ],
  [
    'project',
    'a document of 120 MB of blanks',
    () => project({ 'project.json': new Uint8Array(1.2e8).fill(32) }),
  ],
  [
    'project',
    'lists 200,000 deep',
    () => project({ 'project.json': strToU8(`{"format":1,"project":${'['.repeat(200_000)}`) }),
  ],
  [
    'project',
    '6,000 entries',
    () => project(Object.fromEntries(Array.from({ length: 6000 }, (_, n) => [`x${n}`, new Uint8Array()]))),
  ],
  [
    'project',
    'a log of a million lines',
    () =>
      project({
        'project.json': strToU8(`{"format":1,"project":{},"log":[${'{},'.repeat(1e6)}{}],"snapshots":[]}`),
      }),
  ],
];
const project = (files: Record<string, Uint8Array>) =>
  zipSync({ mimetype: [strToU8(PROJECT_MIME), { level: 0 }], ...files });

/**
 * Files of few bytes, or of many, that are made to hang what reads them or to fill the memory; those that are wanted, by their
 * kind, name and number.
 */
export async function bombs(
  wanted: (kind: Case['kind'], name: string, n: number) => boolean = () => true,
): Promise<Case[]> {
  const of = (kind: Case['kind'], all: Record<string, () => Uint8Array>) =>
    Object.entries(all).map(([name, make]) => [kind, name, make] as (typeof OTHERS)[number]);
  const all = [...of('svg', SVGS), ...of('png', PNGS), ...of('tiff', TIFFS), ...of('ora', ORAS), ...OTHERS];
  const some = all.filter(([kind, name], n) => wanted(kind, name, n));
  return Promise.all(some.map(async ([kind, name, make]) => ({ name, kind, bytes: await make() })));
}
