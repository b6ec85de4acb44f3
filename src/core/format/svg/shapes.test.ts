import { expect, test } from 'vitest';
import type { Rgb } from '../../colour';
import { plainShapes } from './shapes';

const bytes = (svg: string) => new TextEncoder().encode(svg);
const svg = (inner: string, more = 'viewBox="10 20 40 30" width="40mm" height="30mm"') =>
  bytes(`<svg xmlns="http://www.w3.org/2000/svg" ${more}>${inner}</svg>`);
const same = (c: Rgb) => c;

test('plain shapes come out about their middle, in the colours that are wanted, styles as attributes', () => {
  const red: Rgb = [200, 10, 20];
  const out = plainShapes(
    svg(
      '<title>Vane</title><g id="a" style="fill:#123456;stroke:none;display:inline"><path d="M 10 20 l 5 5 z" fill="rgb(1,2,3)"/><circle cx="30" cy="35" r="4" stroke="black" stroke-width="2"/></g>',
    ),
    400,
    (c) => (c[0] === 0x12 ? red : c),
  );
  expect(out).toContain('scale(10) translate(-30 -35)');
  expect(out).toContain('<g fill="#c80a14" stroke="none"><path d="M 10 20 l 5 5 z" fill="#010203"/>');
  expect(out).toContain('<circle cx="30" cy="35" r="4" stroke="#000000" stroke-width="2"/>');
  expect(out).not.toMatch(/title|id=|style=/);
});

test.each([
  ['a gradient', '<defs><linearGradient id="g"/></defs><rect width="9" height="9" fill="url(#g)"/>'],
  ['a copy', '<g id="a"/><use href="#a"/>'],
  ['a style sheet', '<style>path { fill: red }</style><path d="M0 0"/>'],
  ['letters', '<text x="1" y="2">Tansy</text>'],
  ['a filter', '<rect width="9" height="9" style="filter:blur(2px)"/>'],
  ['a clear colour', '<rect width="9" height="9" fill="rgba(1,2,3,0.5)"/>'],
  ['the colour of what is round it', '<rect width="9" height="9" fill="currentColor"/>'],
])('%s is more than shapes of one colour: it is left to pixels', (_, inner) => {
  expect(plainShapes(svg(inner), 100, same)).toBeNull();
});

test('so is one that is drawn out, or does not say how large it is; one that is not safe is refused', () => {
  expect(
    plainShapes(svg('<path d="M0 0"/>', 'viewBox="0 0 40 30" width="40mm" height="60mm"'), 100, same),
  ).toBeNull();
  expect(() => plainShapes(svg('<script>1</script>'), 100, same)).toThrow(/script/);
  expect(() => plainShapes(svg('<path d="M0 0" onclick="x()"/>'), 100, same)).toThrow(/script/);
});
