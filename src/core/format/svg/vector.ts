import { hexOfRgb, type Rgb } from '../../colour';
import type { Size } from '../../lattice';
import type { Copy } from '../../render';
import { MM_PER_INCH } from '../../units';
import type { About } from '../format';
import { escapeXml } from '../text';

/** A cloth to be written as shapes: its ground, what each art is in it (about its middle, in px of it), and every copy in a block, px. */
export type VectorCloth = {
  ground: Rgb | null;
  arts: ReadonlyMap<string, string>;
  copies: readonly Copy[];
  block: Size;
};

const n = (v: number) => Number(v.toFixed(4));

/**
 * Writes a sheet as an SVG whose `<pattern>` is the block drawn as shapes: true size in mm, a pixel of the print a unit. Each art lies in
 * it once.
 * @param from where on the cloth it begins, px. @param turn quarters clockwise that the repeat is turned by.
 */
export function vectorSvg(
  { ground, arts, copies, block }: VectorCloth,
  {
    width,
    height,
    ppi,
    from,
    turn = 0,
    about,
  }: Size & {
    ppi: number;
    from: { x: number; y: number };
    turn?: number;
    about?: About;
  },
): string {
  const names = new Map([...arts.keys()].map((art, k) => [art, `m${k}`]));
  const mm = (px: number) => `${Number(((px / ppi) * MM_PER_INCH).toFixed(4))}mm`;
  const title = about
    ? `<title>${escapeXml(about.title)}</title>\n<desc>${escapeXml(about.description)}</desc>\n`
    : '';
  const lies = (c: Copy) => `matrix(${[c.xx, c.yx, c.xy, c.yy, c.x, c.y].map(n).join(' ')})`;
  const looks = (c: Copy) =>
    `${c.opacity < 1 ? ` opacity="${n(c.opacity)}"` : ''}${c.blend === 'normal' ? '' : ` style="mix-blend-mode:${c.blend}"`}`;
  const lines = [
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="${mm(width)}" height="${mm(height)}" viewBox="0 0 ${width} ${height}">`,
    `${title}<defs>`,
    ...[...arts].map(([art, markup]) => `<g id="${names.get(art)}">${markup}</g>`),
    `<pattern id="repeat" patternUnits="userSpaceOnUse" width="${block.width}" height="${block.height}" patternTransform="translate(${-from.x} ${-from.y})${turn ? ` rotate(${90 * turn})` : ''}">`,
    ...(ground ? [`<rect width="${block.width}" height="${block.height}" fill="${hexOfRgb(ground)}"/>`] : []),
    ...copies.map((c) => `<use xlink:href="#${names.get(c.art)}" transform="${lies(c)}"${looks(c)}/>`),
    `</pattern></defs>`,
    `<rect width="${width}" height="${height}" fill="url(#repeat)"/>`,
    '</svg>',
  ];
  return `${lines.join('\n')}\n`;
}
