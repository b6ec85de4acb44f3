import { parse, rgb } from 'culori';
import type { Rgb } from '../../colour';
import { hexOfRgb } from '../../colour';
import { escapeXml } from '../text';
import { attributesOf, childrenOf, nameOf, readXml, type XmlNode } from '../xml';
import { readSvg } from './read';

/** What plain shapes are made of; whatever else a drawing has, it is drawn as pixels. */
const SHAPES = new Set(['g', 'path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon']);
/** What stands in a drawing and is not drawn. */
const UNSEEN = new Set(['title', 'desc', 'metadata', '#text', '#comment', 'namedview']);
const PLACES = [
  'd',
  'points',
  'x',
  'y',
  'width',
  'height',
  'rx',
  'ry',
  'cx',
  'cy',
  'r',
  'x1',
  'y1',
  'x2',
  'y2',
  'transform',
];
const STROKES = ['width', 'linecap', 'linejoin', 'miterlimit', 'dasharray', 'dashoffset', 'opacity'];
const LOOKS = ['fill-opacity', 'fill-rule', 'opacity', ...STROKES.map((s) => `stroke-${s}`)];
const COLOURS = ['fill', 'stroke'];
/** Attributes that say nothing of how it looks. */
const SILENT = /^(id|class|xmlns|version|space|label|data-.*)$/;
/** Styles that say what is so without them. */
const USUAL = /^(display:\s*inline|visibility:\s*visible|font.*|-.*|writing-mode.*|line-height.*|text-.*)$/;

class NotPlain extends Error {}

/**
 * A drawing (SVG 1.1) as plain shapes about its middle, so wide, in other colours; null where it has more to it than shapes of one
 * colour each.
 * @param wide its width, in the unit that its copies are laid in. @param colourOf what each of its colours is to be.
 */
export function plainShapes(bytes: Uint8Array, wide: number, colourOf: (c: Rgb) => Rgb): string | null {
  try {
    const { svg } = readSvg(bytes);
    const root = readXml(svg, '').find((n) => nameOf(n) === 'svg');
    if (!root) return null;
    const own = attributesOf(root);
    const [x, y, w, h] = boxOf(own);
    const inner = childrenOf(root)
      .map((n) => shape(n, colourOf))
      .join('');
    const looks = written(ownLooks(own), colourOf);
    const k = wide / w;
    return `<g transform="scale(${n(k)}) translate(${n(-x - w / 2)} ${n(-y - h / 2)})"><g${looks}>${inner}</g></g>`;
  } catch (error) {
    if (error instanceof NotPlain) return null;
    throw error;
  }
}

const n = (v: number) => Number(v.toFixed(6));

/** The part of its plane that a drawing shows: all of it, not drawn out. */
function boxOf({ viewBox, width = '', height = '' }: Record<string, string>): number[] {
  const size = [width, height].map((v) =>
    /^[\d.]+(px|mm|cm|in|pt|pc)?$/.test(v) ? Number.parseFloat(v) : Number.NaN,
  );
  const box = viewBox
    ?.trim()
    .split(/[\s,]+/)
    .map(Number) ?? [0, 0, ...size];
  if (box.length !== 4 || box.some((v) => !Number.isFinite(v)) || box[2] <= 0 || box[3] <= 0)
    throw new NotPlain();
  const known = viewBox !== undefined && size.every((v) => v > 0);
  if (known && Math.abs(size[0] / size[1] / (box[2] / box[3]) - 1) > 0.005) throw new NotPlain();
  return box;
}

/** The attributes of a node that say how it looks, styles among them. @throws NotPlain for others. */
function ownLooks(own: Record<string, string>): [string, string][] {
  return Object.entries(own).flatMap(([name, value]): [string, string][] => {
    if (name === 'style')
      return value
        .split(';')
        .map((s) => s.trim())
        .filter((s) => s && !USUAL.test(s))
        .map((s) => {
          const [key, ...rest] = s.split(':');
          return [key.trim(), rest.join(':').trim()];
        });
    return SILENT.test(name) ? [] : [[name, value]];
  });
}

function written(looks: [string, string][], colourOf: (c: Rgb) => Rgb, places = false): string {
  return looks
    .map(([name, value]) => {
      if (COLOURS.includes(name)) return ` ${name}="${colour(value, colourOf)}"`;
      if (LOOKS.includes(name) || (places && PLACES.includes(name))) return ` ${name}="${escapeXml(value)}"`;
      // Where the drawing itself is and how large was said by its box.
      if (!places && /^(viewBox|width|height|x|y|preserveAspectRatio)$/.test(name)) return '';
      throw new NotPlain();
    })
    .join('');
}

function colour(value: string, colourOf: (c: Rgb) => Rgb): string {
  if (value === 'none') return value;
  const seen = rgb(parse(value));
  if (!seen || (seen.alpha ?? 1) < 1) throw new NotPlain();
  return hexOfRgb(colourOf([seen.r, seen.g, seen.b].map((v) => Math.round(v * 255)) as Rgb));
}

function shape(node: XmlNode, colourOf: (c: Rgb) => Rgb): string {
  const name = nameOf(node);
  if (UNSEEN.has(name) || (name === 'defs' && !childrenOf(node).length)) return '';
  if (!SHAPES.has(name)) throw new NotPlain();
  const looks = written(ownLooks(attributesOf(node)), colourOf, true);
  const inner = childrenOf(node)
    .map((c) => shape(c, colourOf))
    .join('');
  return inner ? `<${name}${looks}>${inner}</${name}>` : `<${name}${looks}/>`;
}
