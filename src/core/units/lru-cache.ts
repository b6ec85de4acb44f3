/** Keeps what was used last, up to a total size; what was used longest ago goes first. */
export class LruCache<T> {
  private kept = new Map<string, T>();
  private size = 0;

  constructor(
    private readonly most: number,
    private readonly sizeOf: (value: T) => number,
  ) {}

  get(key: string): T | undefined {
    const value = this.kept.get(key);
    if (value !== undefined) {
      this.kept.delete(key);
      this.kept.set(key, value);
    }
    return value;
  }

  keep(key: string, value: T) {
    this.drop(key);
    this.kept.set(key, value);
    this.size += this.sizeOf(value);
    for (const oldest of this.kept.keys()) {
      if (this.size <= this.most || oldest === key) break;
      this.drop(oldest);
    }
  }

  clear() {
    this.kept.clear();
    this.size = 0;
  }

  private drop(key: string) {
    const value = this.kept.get(key);
    if (value === undefined) return;
    this.size -= this.sizeOf(value);
    this.kept.delete(key);
  }
}
