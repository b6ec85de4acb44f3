import { readFileSync } from 'node:fs';
import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import {
  addMotifs,
  addPlacements,
  apply,
  clipOf,
  encodePng,
  motifOf,
  newProject,
  newRaster,
  projectText,
  type Raster,
  sha256Of,
  writePalette,
} from '../../src/core';
import { assetEntry, PROJECT_MIME } from '../../src/core/format/project';
import type { Case } from './run';

const [width, height] = [48, 36];

function art(): Raster {
  const raster = newRaster(width, height);
  for (let p = 0; p < width * height; p++)
    raster.data.set([(p * 7) & 255, (p * 3) & 255, p & 255, p % 5 ? 255 : 90], p * 4);
  return raster;
}
const raw = () => sharp(art().data, { raw: { width, height, channels: 4 } });

const SVG = `<svg xmlns="http://www.w3.org/2000/svg" width="30mm" height="20mm" viewBox="0 0 300 200"><defs><linearGradient id="g"><stop offset="0" stop-color="#a63"/><stop offset="1" stop-color="#246"/></linearGradient><clipPath id="c"><circle cx="150" cy="100" r="90"/></clipPath></defs><g clip-path="url(#c)"><rect width="300" height="200" fill="url(#g)"/><path d="M20 20C80 160 200 10 280 180" fill="none" stroke="#111" stroke-width="4"/></g></svg>`;
const COLOURS = [
  { name: 'Chalk', hex: '#fbf8f0' },
  { name: 'Madder', hex: '#b5473a' },
  { name: 'Slate blue', hex: '#3f5871' },
];

const layers = (png: Uint8Array) =>
  zipSync({
    mimetype: [strToU8('image/openraster'), { level: 0 }],
    'stack.xml': strToU8(
      `<image version="0.0.3" w="${width}" h="${height}"><stack><layer name="Line" src="data/a.png" x="0" y="0"/><layer name="Wash" src="data/a.png" x="4" y="2" opacity="0.5"/></stack></image>`,
    ),
    'data/a.png': [png, { level: 0 }],
  });

/** Sound files of every kind, small, by several writers. */
export async function samples(): Promise<Case[]> {
  const png = encodePng(art(), 300);
  const sha = await sha256Of(png);
  const motif = motifOf({ id: 'm', name: 'Kite', asset: sha, width, height, ppi: 300 });
  const laid = [0, 1, 2].map((k) => ({
    ...{ id: `p${k}`, motif: 'm', x: 9 * k, y: 5 * k, angle: 20 * k, scale: 1, mirror: false },
  }));
  const project = apply(apply(newProject('one', 'One'), addMotifs([motif])), addPlacements(laid));
  const log = [{ at: '2026-11-28T10:00:00.000Z', kind: 'created' as const, text: 'Begun.' }];
  const states = [{ id: 's', name: 'State 1', at: '2026-11-28T10:00:00.000Z', project }];
  const file = zipSync({
    mimetype: [strToU8(PROJECT_MIME), { level: 0 }],
    'project.json': strToU8(projectText({ project, log, snapshots: states })),
    [assetEntry(sha, 'image/png')]: [png, { level: 0 }],
  });
  const text = (body: string) => strToU8(body);
  const tiffs = ['none', 'lzw', 'deflate', 'packbits'].map(async (compression): Promise<Case> => {
    const bytes = await raw()
      .tiff({ compression: compression as 'lzw', tile: compression === 'lzw' })
      .toBuffer();
    return { name: `tiff ${compression}`, kind: 'tiff', bytes };
  });
  const cases: Case[] = [
    { name: 'png', kind: 'png', bytes: png },
    { name: 'png of libvips', kind: 'png', bytes: await raw().png({ progressive: true }).toBuffer() },
    {
      name: 'jpeg',
      kind: 'jpeg',
      bytes: await raw()
        .flatten()
        .withExif({ IFD0: { Artist: 'Tansy Wharf Mill' } })
        .jpeg()
        .toBuffer(),
    },
    { name: 'webp', kind: 'webp', bytes: await raw().webp().toBuffer() },
    {
      name: 'webp lossless',
      kind: 'webp',
      bytes: await raw().webp({ lossless: true }).withMetadata().toBuffer(),
    },
    ...(await Promise.all(tiffs)),
    { name: 'svg', kind: 'svg', bytes: text(SVG) },
    { name: 'ora', kind: 'ora', bytes: layers(png) },
    ...(['gpl', 'css', 'json', 'txt'] as const).map(
      (kind): Case => ({ name: kind, kind: 'palette', bytes: text(writePalette(kind, 'Brisk', COLOURS)) }),
    ),
    { name: 'solids', kind: 'solids', bytes: text('name,hex\nChalk,#fbf8f0\n"Madder, deep",#b5473a\n') },
    { name: 'solids in Lab', kind: 'solids', bytes: text('name,L,a,b\nChalk,96,1,4\nMadder,45,44,30\n') },
    { name: 'votes', kind: 'votes', bytes: text('colourway,votes\nBrisk,12\nLull,3\n') },
    { name: 'icc', kind: 'icc', bytes: readFileSync('public/profiles/coated-offset.icc') },
    { name: 'clip', kind: 'clip', bytes: text(clipOf(project, ['p0', 'p1'])) },
    { name: 'project', kind: 'project', bytes: file },
  ];
  return cases;
}
