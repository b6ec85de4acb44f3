import { PictureRefused } from '../refused';
import { attributesOf, childrenOf, nameOf, type XmlNode } from '../xml';

/**
 * The most that is drawn: what a drawing costs in plain shapes, and how deep masks, clips, patterns and the like may hang on
 * each other; how far names are followed, how many names style sheets may hang on, and how often an element is held against a rule. Each mask and filter is a picture as large
 * as the drawing.
 */
const MOST = { shapes: 20_000, depth: 4, followed: 400, styled: 2000, matched: 5e6 };

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
function idsIn(node: XmlNode, styles: Map<string, Set<string>>): string[] {
  const own = attributesOf(node);
  const href = /^\s*#(.+?)\s*$/.exec(own.href ?? '')?.[1];
  const named = Object.values(own).flatMap(urlsIn);
  const classes = (own.class ?? '').split(/\s+/).flatMap((c) => [...(styles.get(`.${c}`) ?? [])]);
  const byKind = [...(styles.get(nameOf(node)) ?? []), ...(own.id ? (styles.get(`#${own.id}`) ?? []) : [])];
  return [...(href ? [href] : []), ...named, ...classes, ...byKind];
}

/** The ids of `url(#id)` in a text. Blanks are made one first: a pattern that allows many looks at each of them again and again. */
const urlsIn = (text: string): string[] =>
  [...text.replace(/\s+/g, ' ').matchAll(/url\( ?['"]? ?#([^'") ]{1,200})/gi)].map((m) => m[1]);

/** What each selector of the style sheets hangs on. */
function stylesOf(sheets: string[]): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>();
  let count = 0;
  for (const rule of sheets.join('\n').split('}')) {
    const cut = rule.lastIndexOf('{');
    const ids = cut < 0 ? [] : urlsIn(rule.slice(cut));
    if (!ids.length) continue;
    const selectors = rule.slice(rule.lastIndexOf('{', cut - 1) + 1, cut);
    for (const selector of selectors.split(',')) {
      const last =
        selector
          .trim()
          .split(/[\s>+~]+/)
          .at(-1) ?? '';
      for (const part of last.match(/[.#]?[\w-]+/g) ?? []) {
        const own = found.get(part) ?? new Set();
        for (const id of ids) own.add(id);
        found.set(part, own);
        count += ids.length;
        if (count > MOST.styled)
          throw new PictureRefused(`${TOO_MUCH}: its styles hang on too much. Save a simpler one.`);
      }
    }
  }
  return found;
}

/**
 * Refuses a drawing that would take too long, or too much memory, to draw: by what it copies of itself, and by the masks, clips,
 * patterns, markers and filters that hang on each other. @param elements how many it has.
 * @throws PictureRefused
 */
export function refuseCostly(root: XmlNode, byId: Map<string, XmlNode>, sheets: string[], elements: number) {
  const selectors = sheets.reduce((sum, sheet) => sum + (sheet.match(/[{,]/g)?.length ?? 0), 0);
  if (selectors * elements > MOST.matched)
    throw new PictureRefused(`${TOO_MUCH}: it has too many rules of style. Save a simpler one.`);
  const styles = stylesOf(sheets);
  const known = new Map<XmlNode, { shapes: number; depth: number }>();
  const open = new Set<XmlNode>();
  const cost = (node: XmlNode): { shapes: number; depth: number } => {
    const seen = known.get(node);
    if (seen) return seen;
    if (open.has(node))
      throw new PictureRefused(`${TOO_MUCH}: a part of it is drawn with itself. Save it again.`);
    open.add(node);
    if (open.size > MOST.followed)
      throw new PictureRefused(`${TOO_MUCH}: its parts hang on each other too deep. Save a simpler one.`);
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
