/** Room round a plate for its marks, and the marks: a cross in a ring at the middle of each side; mm. */
const ROOM = 12;
const CROSS = 4;
const RING = 2.2;
const LINE = 0.15;

/** A plate of one ink: 1 where it is printed. */
type Plate = { mask: Uint8Array; width: number; height: number };

/**
 * A plate with room round it and marks in that, at the same places for every plate of a size: laid over each other by them, the plates
 * are in register.
 */
export function withRegisterMarks({ mask, width, height }: Plate, pxPerMm: number): Plate {
  const room = Math.round(ROOM * pxPerMm);
  const out = { width: width + 2 * room, height: height + 2 * room };
  const marked = new Uint8Array(out.width * out.height);
  for (let y = 0; y < height; y++)
    marked.set(mask.subarray(y * width, (y + 1) * width), (y + room) * out.width + room);
  const half = Math.max(0.5, (LINE * pxPerMm) / 2);
  const [cross, ring] = [CROSS * pxPerMm, RING * pxPerMm];
  const reach = Math.ceil(cross);
  for (const [x0, y0] of [
    [out.width / 2, room / 2],
    [out.width / 2, out.height - room / 2],
    [room / 2, out.height / 2],
    [out.width - room / 2, out.height / 2],
  ])
    for (let y = Math.floor(y0) - reach; y <= y0 + reach; y++)
      for (let x = Math.floor(x0) - reach; x <= x0 + reach; x++) {
        const [dx, dy] = [Math.abs(x + 0.5 - x0), Math.abs(y + 0.5 - y0)];
        const isCross = (dx <= half && dy <= cross) || (dy <= half && dx <= cross);
        const isRing = Math.abs(Math.hypot(dx, dy) - ring) <= half;
        const inside = x >= 0 && y >= 0 && x < out.width && y < out.height;
        if (inside && (isCross || isRing)) marked[y * out.width + x] = 1;
      }
  return { mask: marked, ...out };
}
