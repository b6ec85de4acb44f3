/** Connected areas of a mask. `labels` holds 0 for off pixels, else 1..count. */
export type Labels = { labels: Int32Array; count: number };

/** Labels 8-connected areas by runs with union-find; linear in the number of pixels. */
export function labelAreas(mask: Uint8Array, width: number, height: number): Labels {
  const parent: number[] = [0];
  const find = (i: number) => {
    let root = i;
    while (parent[root] !== root) root = parent[root];
    let at = i;
    while (parent[at] !== root) {
      const next = parent[at];
      parent[at] = root;
      at = next;
    }
    return root;
  };
  const labels = new Int32Array(width * height);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++) {
      if (!mask[row + x]) continue;
      let label = x > 0 ? labels[row + x - 1] : 0;
      if (y > 0) {
        for (let dx = -1; dx <= 1; dx++) {
          const nx = x + dx;
          if (nx < 0 || nx >= width) continue;
          const above = labels[row - width + nx];
          if (!above || above === label) continue;
          if (!label) label = above;
          else parent[find(Math.max(label, above))] = find(Math.min(label, above));
        }
      }
      if (!label) {
        label = parent.length;
        parent.push(label);
      }
      labels[row + x] = label;
    }
  }
  const named = new Int32Array(parent.length);
  let count = 0;
  for (let i = 1; i < parent.length; i++) if (find(i) === i) named[i] = ++count;
  for (let i = 0; i < labels.length; i++) if (labels[i]) labels[i] = named[find(labels[i])];
  return { labels, count };
}
