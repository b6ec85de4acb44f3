import { MM_PER_INCH } from '../../units';
import { PictureRefused } from '../refused';
import { attributesOf, childrenOf, nameOf, readXml, type XmlNode } from '../xml';
import { refuseCostly } from './cost';
import { refuseLargePictures } from './pictures';

/** A vector picture that is safe to draw: its text, and its printed size in mm. */
export type VectorPicture = { svg: string; widthMm: number; heightMm: number };

const LIMIT = { bytes: 20e6, edgeMm: 5000 };
const MM: Record<string, number> = {
  mm: 1,
  cm: 10,
  in: MM_PER_INCH,
  pt: MM_PER_INCH / 72,
  pc: MM_PER_INCH / 6,
  px: MM_PER_INCH / 96,
  '': MM_PER_INCH / 96,
};

/**
 * Looks through an SVG (1.1) before it is drawn: no scripts, no links to anything outside it, no entities, no
 * copies of copies beyond what can be drawn.
 * @throws PictureRefused with what was found and what to do.
 */
export function readSvg(bytes: Uint8Array): VectorPicture {
  if (bytes.length > LIMIT.bytes) throw new PictureRefused('This SVG is over 20 MB. Save a simpler one.');
  const svg = new TextDecoder().decode(bytes).replace(/^\uFEFF/, '');
  if (/<!ENTITY/i.test(svg) || /<!DOCTYPE[^>]*\[/i.test(svg)) {
    throw new PictureRefused(
      'This SVG defines entities, which can be made to grow without end. Save it again as plain SVG.',
    );
  }
  const tree = readXml(svg, 'This SVG is damaged or nested too deep: it is not well-formed. Save it again.');
  const root = tree.find((n) => nameOf(n) === 'svg');
  if (!root) throw new PictureRefused('This file has no SVG picture in it.');
  const byId = new Map<string, XmlNode>();
  const sheets: string[] = [];
  const all: XmlNode[] = [];
  const look = (node: XmlNode, depth: number) => {
    if (depth > 200) throw new PictureRefused('This SVG is nested too deep to draw. Save a simpler one.');
    refuseUnsafe(node);
    all.push(node);
    const { id } = attributesOf(node);
    if (id) byId.set(id, node);
    if (nameOf(node).toLowerCase() === 'style') sheets.push(textIn(node));
    for (const child of childrenOf(node)) look(child, depth + 1);
  };
  look(root, 0);
  refuseLargePictures(all);
  refuseCostly(root, byId, sheets, all.length);
  return { svg, ...sizeOf(attributesOf(root)) };
}

const textIn = (node: XmlNode): string =>
  childrenOf(node)
    .map((c) => String(c['#text'] ?? ''))
    .join(' ');

function refuseUnsafe(node: XmlNode) {
  const name = nameOf(node).toLowerCase();
  const own = attributesOf(node);
  if (name === 'script' || Object.keys(own).some((k) => /^on/i.test(k))) {
    throw new PictureRefused('This SVG carries a script. Save it again as plain SVG, without scripts.');
  }
  if (name === 'foreignobject' || name === 'iframe') {
    throw new PictureRefused('This SVG carries a web page inside it. Save it again as plain SVG.');
  }
  const text = name === '#text' ? String(node['#text']) : '';
  const style = name === 'style' ? textIn(node) : '';
  const outside = [own.href, own.src]
    .filter((v) => v !== undefined)
    .some((v) => !/^\s*#/.test(v) && !/^\s*data:image\/(png|jpeg|webp)[;,]/i.test(v));
  // Blanks are made one first: a pattern that allows many looks at each of them again and again.
  const linked = (t: string) => /@import|url\( ?(?! ?['"]? ?#)/i.test(t.replace(/\s+/g, ' '));
  if (outside || Object.values(own).some(linked) || linked(style) || linked(text)) {
    throw new PictureRefused('This SVG links to something outside itself. Save it with everything embedded.');
  }
}

function sizeOf(own: Record<string, string>): { widthMm: number; heightMm: number } {
  const length = (text: string | undefined) => {
    const m = /^\s*([\d.]+(?:e[+-]?\d+)?)\s*([a-z]*)\s*$/i.exec(text ?? '');
    const mm = m && MM[m[2].toLowerCase()];
    return mm ? Number(m[1]) * mm : undefined;
  };
  const box = (own.viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [bw, bh] = box.length === 4 && box.every(Number.isFinite) ? [box[2], box[3]] : [0, 0];
  let widthMm = length(own.width);
  let heightMm = length(own.height);
  if (widthMm === undefined && heightMm === undefined) [widthMm, heightMm] = [bw * MM.px, bh * MM.px];
  else if (widthMm === undefined) widthMm = ((heightMm ?? 0) * bw) / bh;
  else heightMm ??= (widthMm * bh) / bw;
  const sound = (v: number | undefined): v is number => v !== undefined && v > 0 && v <= LIMIT.edgeMm;
  if (!sound(widthMm) || !sound(heightMm)) {
    throw new PictureRefused('This SVG does not say how large it is. Save it with a width and a height.');
  }
  return { widthMm, heightMm };
}
