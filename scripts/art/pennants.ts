import { seeded } from './noise';

/** The inks of the tile, as it was made. */
export const PENNANT_INKS = {
  Ground: '#1f2b4a',
  Sailcloth: '#f2e6cf',
  Madder: '#bb4631',
  Ochre: '#dc9c37',
  Sea: '#5b9e9c',
};

type P = [number, number];

/** Strings of pennants, flat, as a tile of `side` px whose neighbours hang lower by half: an SVG that meets itself so. */
export function pennantTile(side: number): string {
  const { Ground, Sailcloth, Madder, Ochre, Sea } = PENNANT_INKS;
  const random = seeded(97);
  const shapes: string[] = [];
  const path = (pts: P[], fill: string) =>
    `<path d="M${pts.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z" fill="${fill}"/>`;
  /** Everything is drawn in every place to which the half-drop takes it. */
  const laid = (draw: (dx: number, dy: number) => string) => {
    for (let i = -1; i <= 1; i++)
      for (let j = -2; j <= 2; j++) shapes.push(draw(i * side, j * side + (i * side) / 2));
  };
  const rows = 3;
  const each = 6;
  const [step, high] = [side / each, side / rows];
  const colours = [Madder, Sailcloth, Sea, Ochre];
  for (let r = 0; r < rows; r++) {
    const y0 = high * (r + 0.22);
    // A string sags between two pins; over the whole width it drops by half, as the tile does.
    const sag = (x: number) =>
      y0 + (x / side) * (side / 2) + 34 * Math.sin((2 * Math.PI * x) / side) * (r % 2 ? -1 : 1);
    const string: P[] = Array.from({ length: 61 }, (_, k): P => [(k / 60) * side, sag((k / 60) * side)]);
    laid((dx, dy) =>
      path(
        [
          ...string.map(([x, y]): P => [x + dx, y + dy - 4]),
          ...string.reverse().map(([x, y]): P => [x + dx, y + dy + 4]),
        ],
        Sailcloth,
      ),
    );
    string.reverse();
    for (let n = 0; n < each; n++) {
      const [x, wide, deep] = [step * (n + 0.5), step * 0.74, side * (0.125 + 0.025 * random())];
      const [l, m] = [x - wide / 2, x + wide / 2];
      const tip: P = [x + (random() - 0.5) * 40, sag(x) + deep];
      const colour = colours[(n + r * 2) % 4];
      const other = colours[(n + r * 2 + 2) % 4];
      const on = (t: number): [P, P] => {
        const side1: P = [l + (tip[0] - l) * t, sag(l) + (tip[1] - sag(l)) * t];
        const side2: P = [m + (tip[0] - m) * t, sag(m) + (tip[1] - sag(m)) * t];
        return [side1, side2];
      };
      laid((dx, dy) => {
        const move = (pts: P[]): P[] => pts.map(([u, v]) => [u + dx, v + dy]);
        const [a, b] = [on(0.3), on(0.46)];
        const [c, d] = [on(0.62), on(0.72)];
        return (
          path(move([[l, sag(l)], [m, sag(m)], tip]), colour) +
          path(move([a[0], a[1], b[1], b[0]]), other) +
          (n % 2 ? path(move([c[0], c[1], d[1], d[0]]), other) : '')
        );
      });
    }
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${side}" height="${side}"><rect width="100%" height="100%" fill="${Ground}"/>${shapes.join('')}</svg>`;
}
