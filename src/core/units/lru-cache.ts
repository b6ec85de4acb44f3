/** Keeps what was used last, up to a total size; what was used longest ago goes first. */
export class LruCache<T> {
  private kept = new Map<string, T>();
  private total = 0;

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
    this.total += this.sizeOf(value);
    for (const oldest of this.kept.keys()) {
      if (this.total <= this.most || oldest === key) break;
      this.drop(oldest);
    }
  }

  /** The size of all that is kept. */
  get size(): number {
    return this.total;
  }

  keys(): IterableIterator<string> {
    return this.kept.keys();
  }

  clear() {
    this.kept.clear();
    this.total = 0;
  }

  /** Forgets one. */
  drop(key: string) {
    const value = this.kept.get(key);
    if (value === undefined) return;
    this.total -= this.sizeOf(value);
    this.kept.delete(key);
  }
}
