import { PictureRefused } from '../refused';
import { attributesOf, childrenOf, nameOf, type XmlNode } from '../xml';

/**
 * The most that is drawn: what a drawing costs in plain shapes, and how deep masks, clips, patterns and the like may hang on
 * each other. Measured with resvg: 20,000 shapes take about a second; each mask and filter is a picture as large as the drawing.
 */
const MOST = { shapes: 20_000, depth: 4 };

/** What drawing an element costs beside its own shape, in shapes. */
const COST: Record<string, number> = { mask: 400, clippath: 100, pattern: 100, marker: 1, filter: 200 };
/** A filter's steps, each over the whole picture. */
const STEP_COST = 400;

/** What a step of a filter reads of its surroundings, or how often it goes over them, and how much of that is drawn. */
const REACH: [attribute: string, most: number][] = [
  ['numOctaves', 8],
  ['radius', 20],
  ['order', 9],
];

const TOO_MUCH = 'This SVG would take too long to draw';

/** Which others an element hangs on: its fill, mask, filter and so on, and what it copies. */
function idsIn(node: XmlNode, styles: Map<string, string[]>): string[] {
  const own = attributesOf(node);
  const href = /^\s*#(.+?)\s*$/.exec(own.href ?? '')?.[1];
  const named = Object.values(own).flatMap(urlsIn);
  const classes = (own.class ?? '').split(/\s+/).flatMap((c) => styles.get(`.${c}`) ?? []);
  const byKind = [...(styles.get(nameOf(node)) ?? []), ...(own.id ? (styles.get(`#${own.id}`) ?? []) : [])];
  return [...(href ? [href] : []), ...named, ...classes, ...byKind];
}

/** The ids of `url(#id)` in a text. */
const urlsIn = (text: string): string[] =>
  [...text.matchAll(/url\(\s*['"]?\s*#([^'")\s]{1,200})/gi)].map((m) => m[1]);

/** What each selector of the style sheets hangs on. */
function stylesOf(sheets: string[]): Map<string, string[]> {
  const found = new Map<string, string[]>();
  for (const [, selectors, body] of sheets.join('\n').matchAll(/([^{}]{1,2000})\{([^{}]{0,20000})\}/g)) {
    const ids = urlsIn(body);
    if (!ids.length) continue;
    for (const selector of selectors.split(',')) {
      const last =
        selector
          .trim()
          .split(/[\s>+~]+/)
          .at(-1) ?? '';
      for (const part of last.match(/[.#]?[\w-]+/g) ?? [])
        found.set(part, [...(found.get(part) ?? []), ...ids]);
    }
  }
  return found;
}

/**
 * Refuses a drawing that would take too long, or too much memory, to draw: by what it copies of itself, and by the masks, clips,
 * patterns, markers and filters that hang on each other.
 * @throws PictureRefused
 */
export function refuseCostly(root: XmlNode, byId: Map<string, XmlNode>, sheets: string[]) {
  const styles = stylesOf(sheets);
  const known = new Map<XmlNode, { shapes: number; depth: number }>();
  const open = new Set<XmlNode>();
  const cost = (node: XmlNode): { shapes: number; depth: number } => {
    const seen = known.get(node);
    if (seen) return seen;
    if (open.has(node))
      throw new PictureRefused(`${TOO_MUCH}: a part of it is drawn with itself. Save it again.`);
    open.add(node);
    const kind = nameOf(node).toLowerCase();
    const own = attributesOf(node);
    let shapes = 1;
    let depth = 0;
    if (/^fe[a-z]/.test(kind)) {
      shapes += STEP_COST;
      for (const [name, most] of REACH) {
        const value = Math.max(0, ...(own[name] ?? '').split(/[\s,]+/).map((v) => Math.abs(Number(v)) || 0));
        if (value > most)
          throw new PictureRefused(`${TOO_MUCH}: a filter in it reaches too far. Save it without filters.`);
      }
    }
    // A marker is drawn at every point of a path.
    const points = (own.d ?? own.points ?? '').length / 2;
    for (const id of idsIn(node, styles)) {
      const target = byId.get(id);
      if (!target) continue;
      const of = nameOf(target).toLowerCase();
      const each = cost(target);
      const times = of === 'marker' ? 1 + points : 1;
      shapes += (each.shapes + (COST[of] ?? 0)) * times;
      depth = Math.max(depth, each.depth + (of in COST ? 1 : 0));
    }
    for (const child of childrenOf(node)) {
      const each = cost(child);
      // What is only kept to be named is drawn where it is named.
      if (kind !== 'defs' && !(nameOf(child).toLowerCase() in COST) && nameOf(child) !== 'symbol')
        shapes += each.shapes;
      depth = Math.max(depth, each.depth);
    }
    if (shapes > MOST.shapes)
      throw new PictureRefused(`${TOO_MUCH}: it has too many shapes, copies or effects. Save a simpler one.`);
    if (depth > MOST.depth)
      throw new PictureRefused(
        `${TOO_MUCH}: masks, clips or patterns in it hang on each other too deep. Save a simpler one.`,
      );
    open.delete(node);
    const found = { shapes, depth };
    known.set(node, found);
    return found;
  };
  cost(root);
}
