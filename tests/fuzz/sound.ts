/**
 * Sound files by other writers through every reader, none of which may be refused: `npm run fuzz:sound -- [how many of each]`.
 * PIL, libvips and ImageMagick write the pictures; SVGs, palettes and profiles are those that Debian's packages of icons
 * (adwaita-icon-theme, breeze-icon-theme) and of colour (icc-profiles-free, colord-data) ship, and whatever else is there.
 */
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import type { Kind } from './readers';
import { amiss, type Case, run } from './run';

const count = Number(process.argv[2] ?? 200);
const folder = mkdtempSync(join(tmpdir(), 'sound-'));
const named = (kind: Kind, paths: string[]): Case[] =>
  paths.map((path) => ({ name: path, kind, bytes: new Uint8Array(readFileSync(path)) }));
const listed = (where: string, pattern: string) =>
  execFileSync('find', [where, '-type', 'f', '-name', pattern], { maxBuffer: 64e6 })
    .toString()
    .split('\n')
    .filter(Boolean)
    .sort();
/** So many of a list, spread over the whole of it. */
const spread = <T>(list: T[], n: number) =>
  list.filter((_, k) => Math.floor((k * n) / list.length) !== Math.floor(((k - 1) * n) / list.length));

function byPil(): Case[] {
  const own = join(folder, 'pil');
  mkdirSync(own);
  execFileSync('/usr/bin/python3', [new URL('make_sound.py', import.meta.url).pathname, own, `${count}`]);
  return readdirSync(own).flatMap((name) => named(name.split('-')[0] as Kind, [join(own, name)]));
}

/** The same noise in every way that a library writes a kind. */
async function byLibvips(): Promise<Case[]> {
  const cases: Case[] = [];
  const side = 90;
  for (let n = 0; n < count; n++) {
    const data = Uint8Array.from({ length: side * side * 4 }, (_, i) => (i * (n + 3)) >> (n % 7));
    const art = () => sharp(data, { raw: { width: side, height: side, channels: 4 } });
    const packing = (['none', 'lzw', 'deflate', 'packbits'] as const)[n % 4];
    const bits = n % 5 === 1 ? 1 : undefined;
    const tiff =
      bits === 1 ? art().removeAlpha().threshold().toColourspace('b-w') : n % 2 ? art() : art().removeAlpha();
    const made: [Kind, Buffer][] = [
      [
        'png',
        await (n % 3 ? art() : art().toColourspace('rgb16'))
          .png({ progressive: n % 2 > 0, palette: n % 5 === 4, compressionLevel: n % 10 })
          .toBuffer(),
      ],
      [
        'jpeg',
        await art()
          .flatten()
          .jpeg({
            progressive: n % 2 > 0,
            quality: 1 + (n % 100),
            chromaSubsampling: n % 3 ? '4:2:0' : '4:4:4',
          })
          .withMetadata({ density: 72 + n, orientation: 1 + (n % 8) })
          .toBuffer(),
      ],
      [
        'webp',
        await art()
          .webp({ lossless: n % 2 > 0, quality: 1 + (n % 100), nearLossless: n % 7 === 6 })
          .withMetadata()
          .toBuffer(),
      ],
      [
        'tiff',
        await tiff
          .tiff({
            compression: packing,
            bitdepth: bits,
            tile: n % 3 === 2,

            predictor: n % 2 && !bits ? 'horizontal' : 'none',
            xres: 12,
            yres: 12,
          })
          .toBuffer(),
      ],
    ];
    cases.push(
      ...made.map(([kind, bytes]) => ({ name: `libvips ${kind} ${n}`, kind, bytes: new Uint8Array(bytes) })),
    );
  }
  return cases;
}

function byImageMagick(): Case[] {
  const ways: [Kind, string, string[]][] = [
    ['png', 'png', []],
    ['png', 'png8', []],
    ['png', 'png48', []],
    ['png', 'png', ['-interlace', 'PNG']],
    ['tiff', 'tiff', ['-compress', 'LZW']],
    ['tiff', 'tiff', ['-compress', 'Zip', '-depth', '16']],
    ['tiff', 'tiff', ['-endian', 'MSB', '-compress', 'None']],
    ['tiff', 'tiff', ['-monochrome', '-compress', 'RLE']],
    ['tiff', 'tiff', ['-type', 'Palette']],
    ['tiff', 'tiff', ['-colors', '13', '-type', 'Palette', '-depth', '4']],
    ['tiff', 'tiff', ['-type', 'Grayscale', '-depth', '4', '-compress', 'LZW']],
    ['tiff', 'tiff', ['-define', 'tiff:rows-per-strip=1']],
    ['jpeg', 'jpeg', ['-interlace', 'JPEG']],
    ['jpeg', 'jpeg', ['-colorspace', 'Gray']],
    ['webp', 'webp', ['-define', 'webp:lossless=true']],
  ];
  return ways.flatMap(([kind, format, more], n) => {
    const path = join(folder, `magick-${n}`);
    execFileSync('/usr/bin/convert', ['plasma:red-blue', '-resize', '97x61!', ...more, `${format}:${path}`]);
    return named(kind, [path]).map((c) => ({ ...c, name: `ImageMagick ${format} ${more.join(' ')}` }));
  });
}

try {
  const cases = [
    ...byPil(),
    ...(await byLibvips()),
    ...byImageMagick(),
    ...named('palette', spread(listed('/usr/share', '*.gpl'), count)),
    ...named('svg', spread(listed('/usr/share/icons', '*.svg'), count)),
    // Those of printers.
    ...named('icc', listed('/usr/share/color', '*.ic[cm]')).filter((c) =>
      Buffer.from(c.bytes.subarray(12, 16)).equals(Buffer.from('prtr')),
    ),
  ];
  const all = await run(cases);
  for (const kind of [...new Set(cases.map((c) => c.kind))]) {
    const of = all.filter((w) => w.kind === kind);
    console.log(`${kind}: ${of.length} sound files, ${of.filter((w) => w.outcome === 'read').length} read.`);
  }
  for (const w of all.filter((each) => each.outcome !== 'read' || amiss(each)))
    console.log(`  ${w.kind}: ${w.name}: ${amiss(w) ?? w.text}`);
} finally {
  rmSync(folder, { recursive: true });
}
