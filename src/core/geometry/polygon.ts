/**
 * Whether a point lies inside a closed ring, by the even-odd rule: rays to the right are counted.
 * @param ring x and y by turns; the last point joins the first.
 */
export function insideRing(ring: ArrayLike<number>, x: number, y: number): boolean {
  let inside = false;
  let [ax, ay] = [ring[ring.length - 2], ring[ring.length - 1]];
  for (let i = 0; i < ring.length; i += 2) {
    const [bx, by] = [ring[i], ring[i + 1]];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
    [ax, ay] = [bx, by];
  }
  return inside;
}
