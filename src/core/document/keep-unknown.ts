type Plain = Record<string, unknown>;

const isPlain = (v: unknown): v is Plain => typeof v === 'object' && v !== null && !Array.isArray(v);

/**
 * What was read, with the fields of the original that reading does not know: those of a later version outlive being opened
 * and kept by this one. Lists are followed member by member where they are as long as they were.
 */
export function keepUnknown<T>(original: unknown, read: T): T {
  if (Array.isArray(original) && Array.isArray(read)) {
    return original.length === read.length
      ? (read.map((member, n) => keepUnknown(original[n], member)) as T)
      : read;
  }
  if (!isPlain(original) || !isPlain(read)) return read;
  const out: Plain = {};
  for (const key of Object.keys(read)) out[key] = keepUnknown(original[key], read[key]);
  for (const key of Object.keys(original)) {
    if (!(key in out) && key !== '__proto__') out[key] = original[key];
  }
  return out as T;
}
