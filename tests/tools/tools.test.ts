/**
 * Files that were written, held against what other people's programs say of them, where those are installed: pngcheck, libtiff, poppler,
 * exiftool, unzip. What is not here is said, and not counted as asked.
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { beforeAll, describe, expect, test } from 'vitest';
import { encodePng, newRaster, PAPERS, type Rgb } from '../../src/core';
import type { SceneRequest, SendAsk } from '../../src/engine/protocol';
import { services } from '../../src/engine/services';
import { sourceOf } from '../art-source';
import { each } from '../each';

const folder = mkdtempSync(join(tmpdir(), 'hexaplex-'));
const asset = '7'.repeat(64);
const [RED, BLUE]: Rgb[] = [
  [190, 70, 50],
  [30, 60, 140],
];
const about = { title: 'Kite Weather', description: 'repeat block of Brisk' };
const profile = new Uint8Array(readFileSync('public/profiles/coated-offset.icc'));
const font = new Uint8Array(
  readFileSync(
    'node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff',
  ),
);
const cloth = (ground: Rgb | null): SceneRequest => ({
  ground,
  arts: [{ motif: 'm', asset, ppi: 150, from: [RED, BLUE], to: [RED, BLUE] }],
  placements: [{ motif: 'm', x: 12, y: 12, angle: 30, scale: 0.9, mirror: false }],
  layout: { kind: 'half-drop', drop: { p: 1, q: 2 } },
  cellMm: { width: 25.4, height: 25.4 },
  ppi: 150,
});
const SHEET = { width: 700, height: 500 };

const files = new Map<string, Uint8Array<ArrayBuffer>>();
const source = sourceOf(files);
beforeAll(() => {
  const r = newRaster(90, 60);
  for (let p = 0; p < 90 * 60; p++) {
    const shade = (p * 7919) % 9;
    const [a, b, c] = p % 90 < 45 ? RED : BLUE;
    r.data.set([a + shade, b + shade, c + shade, 255], p * 4);
  }
  files.set(asset, encodePng(r, 150));
});

/** A file as it would be sent, on the disk. */
async function file(
  name: string,
  ask: Partial<SendAsk>,
  ground: Rgb | null = [244, 236, 220],
): Promise<string> {
  const format = name.split('.').at(-1)?.replace('tif', 'tiff') ?? '';
  const { file: made, proof } = await services.send.exportPicture(
    cloth(ground),
    { format, sheet: SHEET, from: { x: 13, y: 5 }, about, ...ask },
    () => {},
    source,
  );
  expect(proof).toMatchObject({ joins: true, faithful: true });
  const path = join(folder, name);
  writeFileSync(path, new Uint8Array(await made.arrayBuffer()));
  return path;
}

const isHere = (tool: string) => !spawnSync(tool, ['-h'], { stdio: 'ignore' }).error;
const says = (tool: string, ...args: string[]) =>
  execFileSync(tool, args, { encoding: 'utf8', stdio: 'pipe' });

/** What a program says, where it is installed. */
function by(tool: string, name: string, act: () => Promise<void>) {
  const here = isHere(tool);
  if (!here)
    console.warn(`${tool} is not installed: it was not asked. As root: apt-get install ${PACKAGE[tool]}`);
  test.skipIf(!here)(`${tool}: ${name}`, act);
}
const PACKAGE: Record<string, string> = {
  ...{ pngcheck: 'pngcheck', tiffinfo: 'libtiff-tools', exiftool: 'libimage-exiftool-perl' },
  ...{ pdfinfo: 'poppler-utils', pdffonts: 'poppler-utils', pdftoppm: 'poppler-utils', unzip: 'unzip' },
};

describe('what other programs say of the files', () => {
  by('pngcheck', 'no fault in a sheet, on its ground, without, in grey tones', async () => {
    for (const [n, [ask, ground]] of (
      [[{}], [{}, null], [{ alone: { motif: 'm' } }]] as [Partial<SendAsk>, (Rgb | null)?][]
    ).entries())
      expect(says('pngcheck', await file(`${n}.png`, ask, ground))).toMatch(/^OK:.*\(700x500/);
  });

  by('tiffinfo', 'size, ppi, pixels, strips and profile of every kind of TIFF', async () => {
    const kinds: [string, Partial<SendAsk>, RegExp][] = [
      ['rgb', {}, /AdobeDeflate[\s\S]*RGB color[\s\S]*Samples\/Pixel: 3/],
      ['plain', { unpacked: true }, /Compression Scheme: None[\s\S]*Samples\/Pixel: 3/],
      ['inks', { cmyk: true, profile }, /separated[\s\S]*Samples\/Pixel: 4/],
      ['grey', { alone: { motif: 'm' } }, /min-is-black[\s\S]*Samples\/Pixel: 1/],
    ];
    for (const [name, ask, kind] of each(kinds)) {
      const said = says('tiffinfo', await file(`${name}.tif`, ask));
      expect(said).toMatch(/Image Width: 700 Image Length: 500/);
      expect(said).toMatch(/Resolution: 150, 150 pixels\/inch/);
      expect(said).toMatch(kind);
      if (name !== 'grey') expect(said).toMatch(/ICC Profile: <present>/);
    }
  });

  by('exiftool', 'density, profile, title and size, and no fault', async () => {
    const of = async (path: string) => JSON.parse(says('exiftool', '-json', path))[0];
    const png = await file('told.png', {});
    expect(await of(png)).toMatchObject({
      ImageWidth: 700,
      ImageHeight: 500,
      Title: 'Kite Weather',
      PixelUnits: 'meters',
    });
    expect((await of(png)).PixelsPerUnitX / 1000).toBeCloseTo(150 / 25.4, 2);
    const tiff = await file('told.tif', {});
    expect(await of(tiff)).toMatchObject({
      ...{ ImageWidth: 700, XResolution: 150, ResolutionUnit: 'inches', ProfileDescription: 'sRGB' },
      ImageDescription: 'Kite Weather: repeat block of Brisk',
    });
    const pdf = await file('told.pdf', { bleed: 20, marks: true, font });
    expect(await of(pdf)).toMatchObject({ PageCount: 1, Title: 'Kite Weather', CreatorTool: 'Hexaplex' });
    expect(says('exiftool', '-validate', png)).toMatch(/: OK/);
    // Cameras pack nothing by deflate, so it wonders at that; a TIFF may.
    expect(says('exiftool', '-validate', '-warning', '-a', '-s3', tiff).trim().split('\n').slice(1)).toEqual([
      'Invalid value for IFD0 tag 0x0103 Compression',
    ]);
  });

  by('pdfinfo', 'its boxes to 0.1 mm', async () => {
    const said = says('pdfinfo', '-box', await file('boxes.pdf', { bleed: 20, marks: true, font }));
    const box = (name: string) =>
      (new RegExp(`${name}:\\s+([\\d.]+)\\s+([\\d.]+)\\s+([\\d.]+)\\s+([\\d.]+)`).exec(said) ?? [])
        .slice(1)
        .map(Number);
    const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = box('TrimBox');
    const mm = (points: number) => (points / 72) * 25.4;
    expect(Math.abs(mm(x1 - x0) - (660 / 150) * 25.4)).toBeLessThan(0.1);
    expect(Math.abs(mm(y1 - y0) - (460 / 150) * 25.4)).toBeLessThan(0.1);
    const [b0 = 0] = box('BleedBox');
    expect(Math.abs(mm(x0 - b0) - (20 / 150) * 25.4)).toBeLessThan(0.1);
  });

  by('pdftoppm', 'a test print: its page, its ruler, and its repeat on the page, to 0.1 mm', async () => {
    for (const [paper, measured] of [
      ['a4', 100],
      ['letter', 97],
    ] as const) {
      const about = { title: 'Kite Weather', description: 'Brisk' };
      const one = { ...cloth([244, 236, 220]), layout: { kind: 'straight' as const, drop: { p: 1, q: 2 } } };
      const pdf = await services.send.testPrint(
        { ...one, placements: [{ motif: 'm', x: 12.7, y: 12.7, angle: 0, scale: 0.9, mirror: false }] },
        {
          ...{ paper, ppi: 150, scales: [1], shows: 'sizes', lines: ['100 %'], chips: [], ways: [] },
          ...{ about, measured, fonts: { plain: font, bold: font } },
        },
        source,
      );
      const path = join(folder, `print-${paper}.pdf`);
      writeFileSync(path, new Uint8Array(await pdf.arrayBuffer()));
      const page = PAPERS[paper];
      const [, wide, high] = /Page size:\s+([\d.]+) x ([\d.]+) pts/.exec(says('pdfinfo', path)) ?? [];
      for (const [points, mm] of [
        [wide, page.width],
        [high, page.height],
      ] as const)
        expect(Math.abs((Number(points) / 72) * 25.4 - mm)).toBeLessThan(0.1);
      says('pdftoppm', '-r', '300', '-gray', '-png', '-singlefile', path, path);
      const seen = await sharp(`${path}.png`).greyscale().raw().toBuffer({ resolveWithObject: true });
      /** Where it turns dark along a row, mm. */
      const edges = (mm: number, dark: number) => {
        const y = Math.round((mm / 25.4) * 300);
        const at = (x: number) => seen.data[(y * seen.info.width + x) * seen.info.channels] ?? 255;
        return Array.from({ length: seen.info.width - 1 }, (_, x) => x + 1)
          .filter((x) => at(x) < dark && at(x - 1) >= dark)
          .map((x) => (x * 25.4) / 300);
      };
      const ruler = edges(page.height - 10 - 22 + 2 + 3.6, 170).filter((x) => x < 116);
      expect(ruler).toHaveLength(11);
      expect(Math.abs((ruler[10] ?? 0) - (ruler[0] ?? 0) - (100 * 100) / measured)).toBeLessThan(0.1);
      // Half way down a cell of 25.4 mm the motif begins once in each: from the first to the last so many periods.
      const begins = edges(10 + 16 + 4 + (12.7 * 100) / measured, 180).filter((x) => x > 12);
      expect(begins.length).toBeGreaterThanOrEqual(6);
      const period = ((begins.at(-1) ?? 0) - (begins[0] ?? 0)) / (begins.length - 1);
      expect(Math.abs(period - (25.4 * 100) / measured)).toBeLessThan(0.1);
    }
  });

  by('pdffonts', 'every font is in it', async () => {
    const lines = says('pdffonts', await file('fonts.pdf', { bleed: 20, marks: true, font }))
      .trim()
      .split('\n')
      .slice(2);
    expect(lines).toHaveLength(1);
    for (const line of lines) expect(line).toMatch(/\byes yes yes\b/);
  });

  by('unzip', 'a layered picture is whole, its name first', async () => {
    const said = says(
      'unzip',
      '-t',
      await file('layers.ora', { layers: { motifs: [{ id: 'm', name: 'Kite' }] } }),
    );
    expect(said).toMatch(/testing: mimetype\s+OK/);
    expect(said).toMatch(/No errors detected/);
  });
});
