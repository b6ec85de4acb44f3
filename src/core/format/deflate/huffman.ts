/**
 * How long the code of each symbol is, none over `most` bits, 0 for one that does not occur (Huffman 1952, by two queues; what would
 * be too long is cut, and others lengthened until the Kraft sum is whole again).
 */
export function lengthsOf(counts: Uint32Array, most: number): Uint8Array {
  const out = new Uint8Array(counts.length);
  const used = [...counts.keys()].filter((s) => counts[s] > 0).sort((a, b) => counts[a] - counts[b]);
  if (used.length === 0) return out;
  // A code of one symbol has one bit all the same; the other half of it stays unused.
  if (used.length === 1) {
    out[used[0]] = 1;
    return out;
  }
  const n = used.length;
  const weight = new Float64Array(2 * n - 1);
  const parent = new Int32Array(2 * n - 1);
  for (let k = 0; k < n; k++) weight[k] = counts[used[k]];
  let [leaf, node] = [0, n];
  for (let made = n; made < 2 * n - 1; made++) {
    for (let k = 0; k < 2; k++) {
      const one = leaf < n && (node >= made || weight[leaf] <= weight[node]) ? leaf++ : node++;
      weight[made] += weight[one];
      parent[one] = made;
    }
  }
  const depth = new Uint8Array(2 * n - 1);
  for (let k = 2 * n - 3; k >= 0; k--) depth[k] = depth[parent[k]] + 1;
  const having = new Int32Array(most + 1);
  for (let k = 0; k < n; k++) having[Math.min(most, depth[k])]++;
  let kraft = 0;
  for (let d = 1; d <= most; d++) kraft += having[d] * 2 ** (most - d);
  const move = (from: number, to: number) => {
    having[from]--;
    having[to]++;
    kraft += 2 ** (most - to) - 2 ** (most - from);
  };
  while (kraft > 2 ** most) {
    let d = most - 1;
    while (!having[d]) d--;
    move(d, d + 1);
  }
  while (kraft < 2 ** most) move(most, most - 1);
  // The rarest have the longest.
  for (let k = 0, d = most; k < n; k++) {
    while (!having[d]) d--;
    having[d]--;
    out[used[k]] = d;
  }
  return out;
}

/** The canonical codes of such lengths (RFC 1951, 3.2.2), their bits turned round as they are written. */
export function reversedCodes(lengths: Uint8Array): Uint16Array {
  const out = new Uint16Array(lengths.length);
  let code = 0;
  for (let bits = 1; bits <= 15; bits++) {
    code <<= 1;
    for (let s = 0; s < lengths.length; s++) {
      if (lengths[s] !== bits) continue;
      for (let k = 0; k < bits; k++) out[s] |= ((code >> k) & 1) << (bits - 1 - k);
      code++;
    }
  }
  return out;
}
