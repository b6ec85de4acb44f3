/**
 * A mask as runs: row y holds runs `rows[y]` to `rows[y + 1] - 1`, each from `start` to `end` (the px after
 * its last), left to right.
 */
export type Runs = { rows: Int32Array; start: Int32Array; end: Int32Array };

/**
 * The runs of the pixels whose mask is 1 (or, with `off`, is 0); masks hold nothing else. With `zone`, a run also
 * ends where the zone changes.
 */
export function runsOf(
  mask: Uint8Array,
  width: number,
  height: number,
  { off = false, zone }: { off?: boolean; zone?: Uint8Array } = {},
): Runs {
  const rows = new Int32Array(height + 1);
  let room = 4096;
  let start = new Int32Array(room);
  let end = new Int32Array(room);
  let n = 0;
  // Four pixels at a time where all four are alike.
  const words = new Uint32Array(mask.buffer, mask.byteOffset, mask.byteOffset & 3 ? 0 : mask.length >> 2);
  const on = off ? 0 : 1;
  const pass = (from: number, end: number, value: number) => {
    const four = value * 0x01010101;
    let p = from;
    while (p < end && p & 3) {
      if (mask[p] !== value) return p;
      p++;
    }
    let w = p >> 2;
    const last = Math.min(end >> 2, words.length);
    while (w < last && words[w] === four) w++;
    p = Math.max(p, w << 2);
    while (p < end && mask[p] === value) p++;
    return p;
  };
  for (let y = 0; y < height; y++) {
    rows[y] = n;
    if (n + width > room) {
      room = Math.max(room * 2, n + width);
      const [s, e] = [new Int32Array(room), new Int32Array(room)];
      s.set(start);
      e.set(end);
      [start, end] = [s, e];
    }
    const row = y * width;
    const stop = row + width;
    let p = pass(row, stop, 1 - on);
    while (p < stop) {
      start[n] = p - row;
      if (zone) {
        const z = zone[p];
        while (p < stop && mask[p] === on && zone[p] === z) p++;
      } else p = pass(p, stop, on);
      end[n++] = p - row;
      p = pass(p, stop, 1 - on);
    }
  }
  rows[height] = n;
  return { rows, start: start.subarray(0, n), end: end.subarray(0, n) };
}

/**
 * Numbers connected areas from 1, one number for each run, by union-find over neighbouring rows (two-pass
 * run labelling; He, Chao and Suzuki 2008). Areas meet at corners too unless `corners` is false.
 * @param apart tells two touching runs that are not to be joined (run numbers).
 */
export function joinRuns(
  runs: Runs,
  { corners = true, apart }: { corners?: boolean; apart?: (a: number, b: number) => boolean } = {},
): { labels: Int32Array; count: number } {
  const { rows, start, end } = runs;
  const parent = new Int32Array(start.length);
  for (let i = 0; i < parent.length; i++) parent[i] = i;
  const find = (i: number) => {
    let at = i;
    while (parent[at] !== at) {
      parent[at] = parent[parent[at]];
      at = parent[at];
    }
    return at;
  };
  const reach = corners ? 1 : 0;
  const join = (a: number, b: number) => {
    if (apart?.(a, b)) return;
    const [p, q] = [find(a), find(b)];
    if (p !== q) parent[Math.max(p, q)] = Math.min(p, q);
  };
  for (let y = 0; y + 1 < rows.length; y++) {
    let above = y > 0 ? rows[y - 1] : 0;
    const lastAbove = y > 0 ? rows[y] : 0;
    for (let i = rows[y]; i < rows[y + 1]; i++) {
      // Runs of one row touch only where a zone ends.
      if (apart && i > rows[y] && end[i - 1] === start[i]) join(i - 1, i);
      while (above < lastAbove && end[above] + reach <= start[i]) above++;
      for (let j = above; j < lastAbove && start[j] < end[i] + reach; j++) join(j, i);
    }
  }
  const labels = new Int32Array(start.length);
  let count = 0;
  for (let i = 0; i < labels.length; i++) labels[i] = parent[i] === i ? ++count : labels[find(i)];
  return { labels, count };
}

/** The runs between the runs that are kept (all of them, unless `kept` says), row by row, in no time. */
export function runsBetween(runs: Runs, width: number, kept: (run: number) => boolean = () => true): Runs {
  const height = runs.rows.length - 1;
  const rows = new Int32Array(height + 1);
  const start = new Int32Array(runs.start.length + height);
  const end = new Int32Array(runs.start.length + height);
  let n = 0;
  for (let y = 0; y < height; y++) {
    rows[y] = n;
    let at = 0;
    for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
      if (!kept(i)) continue;
      if (runs.start[i] > at) {
        start[n] = at;
        end[n++] = runs.start[i];
      }
      at = runs.end[i];
    }
    if (at < width) {
      start[n] = at;
      end[n++] = width;
    }
  }
  rows[height] = n;
  return { rows, start: start.subarray(0, n), end: end.subarray(0, n) };
}
