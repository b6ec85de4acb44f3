/** A seeded source of numbers in [0, 1), the same on every machine (mulberry32, public domain). */
export function seededRandom(seed: number): () => number {
  let a = Math.imul(seed ^ 0x5bd1e995, 0x9e3779b1) >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t = (t + Math.imul(t ^ (t >>> 7), t | 61)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
