import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { formatOf, PictureRefused, ppiOf, readPictureHead } from '.';
import { readOra } from './ora/read';
import { readSvg } from './svg/read';

const png = new Uint8Array(
  await sharp({ create: { width: 4, height: 3, channels: 4, background: '#a05030' } })
    .png()
    .toBuffer(),
);
const said = (run: () => unknown): string => {
  try {
    run();
  } catch (error) {
    if (!(error instanceof PictureRefused)) throw error;
    return error.message;
  }
  return 'taken';
};

describe('layered files', () => {
  const stack = (inside: string, more = '') =>
    strToU8(
      `<?xml version="1.0"?>${more}<image w="40" h="30" xres="300" yres="300"><stack>${inside}</stack></image>`,
    );
  const ora = (
    xml: Uint8Array,
    files: Record<string, Uint8Array> = { 'data/a.png': png },
    mimetype = 'image/openraster',
  ) => zipSync({ mimetype: [strToU8(mimetype), { level: 0 }], 'stack.xml': xml, ...files });

  test('layers keep names, places and order; groups are opened out, hidden ones hide theirs', () => {
    const xml = stack(`<layer name="Kite &amp; tail" src="data/a.png" x="3" y="-2" opacity="0.5"/>
      <stack visibility="hidden"><layer name="Sketch" src="data/b.png"/></stack>
      <layer src="data/a.png" visibility="hidden"/>`);
    const seen = readOra(ora(xml, { 'data/a.png': png, 'data/b.png': png, 'Thumbnails/thumbnail.png': png }));
    expect(seen).toMatchObject({ width: 40, height: 30, ppi: 300 });
    expect(seen.layers.map(({ png: own, ...l }) => [own.length, l])).toEqual([
      [png.length, { name: 'Kite & tail', x: 3, y: -2, opacity: 0.5, visible: true }],
      [png.length, { name: 'Sketch', x: 0, y: 0, opacity: 1, visible: false }],
      [png.length, { name: 'Layer', x: 0, y: 0, opacity: 1, visible: false }],
    ]);
  });

  test.each([
    ['a zip of something else', () => zipSync({ 'letter.txt': strToU8('Dear printer') }), /no layered ORA/],
    ['another kind by its own word', () => ora(stack(''), {}, 'application/zip'), /no layered ORA/],
    [
      'no list of layers',
      () => zipSync({ mimetype: [strToU8('image/openraster'), { level: 0 }] }),
      /not in order|how large/,
    ],
    [
      'a list with entities',
      () => ora(stack('<layer src="data/a.png"/>', '<!DOCTYPE x [<!ENTITY a "aa">]>')),
      /not in order/,
    ],
    [
      'a layer whose picture is missing',
      () => ora(stack('<layer name="Moon" src="data/gone.png"/>')),
      /Moon is missing/,
    ],
    [
      'a layer that climbs out',
      () => ora(stack('<layer name="Up" src="../../a.png"/>'), { '../../a.png': png }),
      /missing/,
    ],
    ['no layers', () => ora(stack('')), /no layers/],
    ['a size that cannot be', () => ora(strToU8('<image w="-4" h="1e9"><stack/></image>')), /how large/],
  ])('%s is turned away with a reason', (_, make, words) => {
    expect(said(() => readOra(make()))).toMatch(words);
  });

  test('a bomb is refused before it is unpacked', () => {
    const bomb = ora(stack('<layer src="data/a.png"/>'), { 'data/a.png': new Uint8Array(5e6) });
    // The directory at its end says 4 GB.
    const view = new DataView(bomb.buffer, bomb.byteOffset);
    for (let at = 0; at + 46 < bomb.length; at++) {
      if (view.getUint32(at, true) === 0x02014b50 && view.getUint32(at + 24, true) === 5e6)
        view.setUint32(at + 24, 4e9, true);
    }
    expect(said(() => readOra(bomb))).toMatch(/more than fits/);
  });

  test('torn bytes never do worse than a reason', () => {
    const whole = ora(stack('<layer src="data/a.png"/>'));
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.nat(255), fc.nat(whole.length), (at, value, end) => {
        const torn = whole.slice(0, Math.max(4, end));
        if (at < torn.length) torn[at] = value;
        expect(typeof said(() => readOra(torn))).toBe('string');
      }),
      { numRuns: 200 },
    );
  });

  test('a directory that lies about sizes, and one large picture named by many layers, are turned away', async () => {
    const big = await sharp({ create: { width: 3000, height: 3000, channels: 4, background: '#fff' } })
      .png()
      .toBuffer();
    const layers = '<layer src="data/a.png"/>'.repeat(60);
    const file = ora(stack(layers), { 'data/a.png': new Uint8Array(big) });
    expect(said(() => readOra(file))).toMatch(/too much in its layers/);
    const lying = ora(stack('<layer src="data/a.png"/>'), { 'data/a.png': png });
    const view = new DataView(lying.buffer, lying.byteOffset);
    // The size that the directory tells of each picture, without packing: 300 MB.
    for (let at = 0; at + 46 < lying.length; at++)
      if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 300e6, true);
    expect(said(() => readOra(lying))).toMatch(/unpack to more/);
  });

  test('a zip is known by its first bytes', () => {
    expect([formatOf(ora(stack(''))), formatOf(png)].map((f) => f?.id)).toEqual(['ora', 'png']);
  });
});

describe('vectors', () => {
  const read = (body: string, head = 'width="60mm" height="30mm" viewBox="0 0 600 300"') =>
    readSvg(
      strToU8(
        `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${head}>${body}</svg>`,
      ),
    );

  test('sizes in every unit, from the box alone, or from one side and the box', () => {
    const size = (head: string) => {
      const { widthMm, heightMm } = read('<path d="M0 0h9"/>', head);
      return [widthMm, heightMm].map((v) => Number(v.toFixed(3)));
    };
    expect(size('width="60mm" height="3cm"')).toEqual([60, 30]);
    expect(size('width="2in" height="72pt"')).toEqual([50.8, 25.4]);
    expect(size('width="96" height="192px"')).toEqual([25.4, 50.8]);
    expect(size('viewBox="0 0 96 48"')).toEqual([25.4, 12.7]);
    expect(size('width="80mm" viewBox="0 0 40 20"')).toEqual([80, 40]);
    expect(said(() => read('', 'width="100%" height="100%"'))).toMatch(/how large/);
    expect(said(() => read('', 'width="0" height="-3"'))).toMatch(/how large/);
  });

  test.each([
    ['a script', '<script>alert(1)</script>', /script/],
    ['a script on an event', '<rect onclick="x()"/>', /script/],
    ['a page inside', '<foreignObject><p>hi</p></foreignObject>', /web page/],
    ['a picture from elsewhere', '<image href="https://example.org/a.png"/>', /outside/],
    ['a picture from the disk', '<image xlink:href="file:///etc/passwd"/>', /outside/],
    ['another SVG packed inside', '<image href="data:image/svg+xml;base64,AAAA"/>', /outside/],
    ['a fill from elsewhere', '<rect fill="url(http://example.org#a)"/>', /outside/],
    ['a style from elsewhere', '<style>@import "http://example.org/a.css";</style>', /outside/],
  ])('%s is turned away', (_, body, words) => {
    expect(said(() => read(body))).toMatch(words);
  });

  test('entities and copies of copies are turned away before they grow', () => {
    const laughs = strToU8(
      '<!DOCTYPE svg [<!ENTITY a "ha"><!ENTITY b "&a;&a;">]><svg width="1" height="1"><text>&b;</text></svg>',
    );
    expect(said(() => readSvg(laughs))).toMatch(/entities/);
    const doubling = Array.from(
      { length: 24 },
      (_, n) => `<g id="g${n + 1}"><use href="#g${n}"/><use xlink:href="#g${n}"/></g>`,
    ).join('');
    expect(said(() => read(`<g id="g0"><path d="M0 0h1"/></g>${doubling}`))).toMatch(/too many shapes/);
    expect(said(() => read('<g id="a"><use href="#a"/></g>'))).toMatch(/drawn with itself/);
    expect(said(() => read('<g>'.repeat(300) + '</g>'.repeat(300)))).toMatch(
      /nested too deep|not well-formed/,
    );
  });

  const rect = (more: string) => `<rect width="9" height="9" ${more}/>`;
  const chain = (n: number, make: (k: number) => string) =>
    Array.from({ length: n }, (_, k) => make(k)).join('');
  const filter = (steps: string) => `<filter id="f">${steps}</filter>${rect('filter="url(#f)"')}`;
  test.each([
    [
      'masks on masks',
      chain(9, (k) => `<mask id="m${k}">${rect(`mask="url(#m${k - 1})"`)}</mask>`),
      /too deep/,
    ],
    [
      'clips on clips',
      chain(9, (k) => `<clipPath id="m${k}" clip-path="url( '#m${k - 1}' )">${rect('')}</clipPath>`),
      /too deep/,
    ],
    [
      'patterns in patterns, by style',
      chain(9, (k) => `<pattern id="m${k}">${rect(`style="fill:url(#m${k - 1})"`)}</pattern>`),
      /too deep/,
    ],
    ['a pattern of itself', `<pattern id="p">${rect('fill="url(#p)"')}</pattern>`, /drawn with itself/],
    [
      'a mask on everything, by class',
      `<style>g .a { mask: url("#m") }</style><mask id="m">${rect('')}</mask>${rect('class="b a"').repeat(80)}`,
      /too many shapes/,
    ],
    [
      'a marker at every point',
      `<marker id="k">${rect('').repeat(50)}</marker><path d="M0 0${'h1'.repeat(3000)}" marker-mid="url(#k)"/>`,
      /too many shapes/,
    ],
    ['many filters', filter('<feGaussianBlur stdDeviation="9"/>'.repeat(60)), /too many shapes/],
    ['a filter without end', filter('<feTurbulence numOctaves="100000"/>'), /reaches too far/],
    ['a filter over all', filter('<feMorphology radius="300"/>'), /reaches too far/],
    ['a filter of a large kernel', filter('<feConvolveMatrix order="60 60"/>'), /reaches too far/],
    [
      'a chain of names without end',
      chain(30_000, (k) => `<g id="g${k}"><use href="#g${k + 1}"/></g>`),
      /too deep/,
    ],
    [
      'styles that hang on everything',
      `<style>${chain(3000, (k) => `.a{fill:url(#p${k})}`)}</style>${rect('class="a"')}`,
      /hang on too much/,
    ],
    ['a hundred thousand shapes', '<path d="M0 0h9"/>'.repeat(100_000), /too many shapes/],
  ])('%s is turned away before it is drawn', (_, body, words) => {
    expect(said(() => read(body))).toMatch(words);
  });

  test('what is harmless passes: a mask, a clip in a clip, a pattern, markers, soft shadows, quoted names', () => {
    const sound = `<mask id="m">${rect('fill="url(#p)"')}</mask><pattern id="p">${rect('')}</pattern>
      <clipPath id="c">${rect('')}</clipPath><clipPath id="d" clip-path="url(#c)">${rect('')}</clipPath>
      <marker id="k">${rect('')}</marker><filter id="f"><feGaussianBlur stdDeviation="4"/><feOffset dx="2"/></filter>
      <g clip-path="url(#d)">${rect('mask="url(#m)"')}${rect('fill="url( &quot;#p&quot; )" filter="url(#f)"').repeat(8)}
      <path d="M0 0h9v9" marker-end="url('#k')"/></g>${rect('').repeat(8000)}`;
    expect(read(sound).widthMm).toBe(60);
  });

  test('blanks and letters without end are read through once', () => {
    const blanks = ' '.repeat(300_000);
    expect(read(`${rect(`fill="url(${blanks}#a)"`)}<style>.a{fill:url(${blanks}'#a')}</style>`).widthMm).toBe(
      60,
    );
    expect(said(() => read(rect(`fill="url(${blanks}x)"`)))).toMatch(/outside/);
    expect(read(`<style>${'a'.repeat(2_000_000)}</style>${rect('')}`).widthMm).toBe(60);
    expect(
      read(`<style>@media all{.a{mask:url(#m)}}</style><mask id="m">${rect('')}</mask>${rect('class="a"')}`)
        .widthMm,
    ).toBe(60);
  });

  test('what is harmless passes: gradients, copies, embedded pixels, a style', () => {
    const body = `<defs><linearGradient id="g"><stop offset="0"/></linearGradient></defs><style>.a{fill:url(#g)}</style>
      <rect class="a" fill="url(#g)"/><use href="#r"/><rect id="r"/><image href="data:image/png;base64,${Buffer.from(png).toString('base64')}"/>`;
    expect(read(body).widthMm).toBe(60);
    expect(said(() => readSvg(strToU8('<svg width="9" height="9"><g></svg>')))).toMatch(/well-formed/);
    expect([
      formatOf(strToU8('<?xml version="1.0"?>\n<svg/>'))?.id === 'svg',
      formatOf(png)?.id === 'svg',
    ]).toEqual([true, false]);
  });
});

test('pictures inside an SVG are read by their heads: too large together, or none, they are turned away', () => {
  const sized = (side: number) => {
    const big = new Uint8Array(300_000);
    big.set(png);
    new DataView(big.buffer).setUint32(16, side);
    new DataView(big.buffer).setUint32(20, side);
    return `<image href="data:image/png;base64,${Buffer.from(big).toString('base64')}"/>`;
  };
  const read = (body: string) =>
    readSvg(strToU8(`<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="60mm">${body}</svg>`));
  expect(read(sized(4000).repeat(2)).widthMm).toBe(60);
  expect(() => read(sized(4000).repeat(3))).toThrow(/over 40 megapixels together/);
  expect(() => read(sized(40_000))).toThrow(/cannot be read, or is too large/);
  expect(() => read('<image href="data:image/png;base64,AAAA"/>')).toThrow(/cannot be read/);
});

describe('TIFF heads', () => {
  const raw = { create: { width: 70, height: 50, channels: 3 as const, background: '#a05030' } };
  const tiff = async (o: Parameters<ReturnType<typeof sharp>['tiff']>[0]) =>
    new Uint8Array(await sharp(raw).tiff(o).toBuffer());

  test('size and ppi in inches or centimetres, strips or tiles', async () => {
    const perMm = 600 / 25.4;
    for (const o of [
      { compression: 'none' as const },
      { compression: 'lzw' as const, predictor: 'horizontal' as const },
      { compression: 'deflate' as const, tile: true, tileWidth: 32, tileHeight: 32 },
    ]) {
      const head = readPictureHead(await tiff({ ...o, xres: perMm, yres: perMm, resolutionUnit: 'inch' }));
      expect(head).toMatchObject({ type: 'tiff', width: 70, height: 50 });
      expect(ppiOf(head)).toEqual({ ppi: 600, down: null });
    }
    const inCm = {
      compression: 'packbits' as const,
      xres: 11.811,
      yres: 23.622,
      resolutionUnit: 'cm' as const,
    };
    const { ppi, down } = ppiOf(readPictureHead(await tiff(inCm)));
    expect([ppi, down].map((v) => Math.round(v ?? 0))).toEqual([300, 600]);
  });

  test('what is not read is named: other packing, printing inks; torn files never do worse than a reason', async () => {
    expect(said(() => readPictureHead(new Uint8Array()))).toMatch(/empty/);
    const packed = await tiff({ compression: 'jpeg' });
    expect(said(() => readPictureHead(packed))).toMatch(/LZW, ZIP, PackBits or no compression/);
    const big = new Uint8Array(await sharp(raw).tiff({ bigtiff: true }).toBuffer());
    expect(said(() => readPictureHead(big))).toMatch(/BigTIFF/);
    const cmyk = new Uint8Array(
      await sharp(raw).toColourspace('cmyk').tiff({ compression: 'none' }).toBuffer(),
    );
    expect(said(() => readPictureHead(cmyk))).toMatch(/CMYK/);
    const whole = await tiff({ compression: 'none' });
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.nat(255), fc.nat(whole.length), (at, value, end) => {
        const torn = whole.slice(0, Math.max(40, end));
        if (at < torn.length) torn[at] = value;
        expect(typeof said(() => readPictureHead(torn))).toBe('string');
      }),
      { numRuns: 300 },
    );
  });

  test('pictures that move, are in inks, or are of other kinds say what to do', async () => {
    const cmyk = new Uint8Array(await sharp(raw).toColourspace('cmyk').jpeg().toBuffer());
    expect(said(() => readPictureHead(cmyk))).toMatch(/JPEG is in printing inks/);
    const frames = sharp({
      create: { width: 8, height: 16, channels: 4, background: '#123456', pageHeight: 8 },
    } as never);
    const gif = new Uint8Array(await frames.clone().gif().toBuffer());
    expect(said(() => readPictureHead(gif))).toMatch(/GIF/);
    const apng = new Uint8Array([
      ...png.slice(0, 33),
      0,
      0,
      0,
      8,
      97,
      99,
      84,
      76,
      0,
      0,
      0,
      2,
      0,
      0,
      0,
      0,
      0,
      0,
      0,
      0,
      ...png.slice(33),
    ]);
    expect(said(() => readPictureHead(apng))).toMatch(/moves/);
    const webp = new Uint8Array(await sharp(raw).webp({ lossless: true }).toBuffer());
    const moving = new Uint8Array([
      ...webp.slice(0, 12),
      ...strToU8('VP8X'),
      10,
      0,
      0,
      0,
      2,
      0,
      0,
      0,
      7,
      0,
      0,
      7,
      0,
      0,
      ...webp.slice(12),
    ]);
    new DataView(moving.buffer).setUint32(4, moving.length - 8, true);
    expect(said(() => readPictureHead(moving))).toMatch(/moves/);
    const heic = new Uint8Array([0, 0, 0, 24, ...strToU8('ftypheic'), ...new Uint8Array(40)]);
    expect(said(() => readPictureHead(heic))).toMatch(/HEIC .* JPEG/);
    expect(said(() => readPictureHead(strToU8(`%PDF-1.7${' '.repeat(60)}`)))).toMatch(/PDF/);
  });
});
