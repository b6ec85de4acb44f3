import { z } from 'zod';
import { hexOfRgb, type Rgb, rgbOfHex } from '../../colour';
import { FileRefused } from '../refused';
import { bounded, slug, tidyName } from '../text';

/** A colour with the name that its file gives it; '' for none. */
export type NamedColour = { name: string; hex: string };

const MOST_COLOURS = 64;

export const fullHex = (digits: string) =>
  `#${(digits.length === 3 ? [...digits].map((d) => d + d).join('') : digits).toLowerCase()}`;

/**
 * A GIMP palette (GPL): a line 'GIMP Palette', then rows of three numbers 0 to 255 and a name.
 * @throws FileRefused when it does not begin so, a row has a number out of range, or no row is left.
 */
export function readGpl(text: string): NamedColour[] {
  const lines = bounded(text).split(/\r?\n/);
  if (lines[0]?.trim() !== 'GIMP Palette')
    throw new FileRefused(
      'This is no GPL palette: its first line is not the one that they begin with. Save it again as a GPL palette.',
    );
  const colours: NamedColour[] = [];
  for (const [n, line] of lines.entries()) {
    const row = /^\s*(-?\d+)\s+(-?\d+)\s+(-?\d+)(?:\s+(.*))?$/s.exec(line);
    if (!row) continue;
    const rgb = [Number(row[1]), Number(row[2]), Number(row[3])] as Rgb;
    if (rgb.some((v) => v < 0 || v > 255))
      throw new FileRefused(`Line ${n + 1} of this palette has a number that is not from 0 to 255.`);
    colours.push({ name: tidyName(row[4] ?? ''), hex: hexOfRgb(rgb) });
  }
  return someColours(colours);
}

function someColours(colours: NamedColour[]): NamedColour[] {
  if (!colours.length)
    throw new FileRefused('No colour was found in this. A colour is written like #6a2a5b.');
  if (colours.length > MOST_COLOURS)
    throw new FileRefused(`This has ${colours.length} colours; a bolt takes up to ${MOST_COLOURS}.`);
  return colours;
}

const jsonColour = z.union([
  z.string(),
  z.object({ name: z.string().optional(), hex: z.string().optional(), color: z.string().optional() }),
]);
const jsonPalette = z.union([
  z.array(jsonColour),
  z.object({ colours: z.array(jsonColour) }),
  z.object({ colors: z.array(jsonColour) }),
  z.record(z.string(), z.string()),
]);

function readJson(text: string): NamedColour[] {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new FileRefused('This JSON is broken: it cannot be read. Save it again.');
  }
  const palette = jsonPalette.safeParse(json);
  if (!palette.success) throw new FileRefused('This JSON holds no list of colours.');
  const { data } = palette;
  const list = Array.isArray(data)
    ? data
    : 'colours' in data && Array.isArray(data.colours)
      ? data.colours
      : 'colors' in data && Array.isArray(data.colors)
        ? data.colors
        : Object.entries(data).map(([name, hex]) => ({ name, hex: String(hex) }));
  const HEX = /^#?([0-9a-f]{6}|[0-9a-f]{3})$/i;
  return list.flatMap((c): NamedColour[] => {
    const named =
      typeof c === 'string'
        ? { name: '', hex: c }
        : { name: c.name ?? '', hex: c.hex ?? ('color' in c ? c.color : '') ?? '' };
    const digits = HEX.exec(named.hex.trim())?.[1];
    return digits ? [{ name: tidyName(named.name), hex: fullHex(digits) }] : [];
  });
}

/**
 * Colours from text: a GPL palette, JSON (a list of hex codes or of names with hex codes), CSS custom properties,
 * or hex codes with anything between them. @throws FileRefused, in plain words, when none is found.
 */
export function readPaletteText(text: string): NamedColour[] {
  const clean = bounded(text).trim();
  if (clean.startsWith('GIMP Palette')) return readGpl(clean);
  if (clean.startsWith('{') || clean.startsWith('[')) return someColours(readJson(clean));
  const css = [...clean.matchAll(/--([\w-]{1,80})\s*:\s*#([0-9a-f]{6}|[0-9a-f]{3})\b/gi)];
  if (css.length)
    return someColours(css.map((m) => ({ name: tidyName(m[1].replaceAll('-', ' ')), hex: fullHex(m[2]) })));
  const codes = [
    ...clean.matchAll(/(?<![\w&-])#?([0-9a-f]{6})(?![\w-])|(?<![\w&-])#([0-9a-f]{3})(?![\w-])/gi),
  ];
  return someColours(codes.map((m) => ({ name: '', hex: fullHex(m[1] ?? m[2]) })));
}

/** The ways a palette is written. */
export const PALETTE_KINDS = ['gpl', 'css', 'json', 'txt'] as const;
export type PaletteKind = (typeof PALETTE_KINDS)[number];

/** Colours as a GIMP palette. */
export function writeGpl(name: string, colours: NamedColour[]): string {
  const pad = (v: number) => String(v).padStart(3);
  const rows = colours.map((c) => `${rgbOfHex(c.hex).map(pad).join(' ')}\t${tidyName(c.name) || c.hex}`);
  return `GIMP Palette\nName: ${tidyName(name)}\nColumns: 0\n#\n${rows.join('\n')}\n`;
}

function writeCss(colours: NamedColour[]): string {
  const taken = new Map<string, number>();
  const rows = colours.map((c) => {
    const base = slug(c.name, 'colour');
    const n = (taken.get(base) ?? 0) + 1;
    taken.set(base, n);
    return `  --${base}${n > 1 ? `-${n}` : ''}: ${c.hex};`;
  });
  return `:root {\n${rows.join('\n')}\n}\n`;
}

/** Colours as text of a kind; `name` is the colourway's. */
export function writePalette(kind: PaletteKind, name: string, colours: NamedColour[]): string {
  if (kind === 'gpl') return writeGpl(name, colours);
  if (kind === 'css') return writeCss(colours);
  if (kind === 'json') return `${JSON.stringify({ name, colours }, null, 2)}\n`;
  return `${colours.map((c) => c.hex).join('\n')}\n`;
}
