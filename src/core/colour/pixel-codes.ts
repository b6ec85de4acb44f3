/**
 * The different things that pixels of some art can be: `share`/255 of ink `second` in ink `first`, plus a
 * residual (the hand's texture, sRGB levels), with its alpha. Art names one of them for each pixel.
 */
export type PixelCodes = {
  first: Uint8Array;
  second: Uint8Array;
  share: Uint8Array;
  /** Three to a telling: red, green, blue. */
  residual: Int16Array;
  alpha: Uint8Array;
};

/** Numbers things by two whole-number keys, in the order they come (open addressing, linear probing). */
export class Numbering {
  count = 0;
  private size = 1 << 12;
  private slots = new Uint32Array(this.size);
  private firsts: Uint32Array = new Uint32Array(1 << 11);
  private seconds: Uint16Array = new Uint16Array(1 << 11);

  /** The number of a pair of keys; it is the count before the call when the pair is new. */
  of(a: number, b: number): number {
    const at = this.find(a, b);
    if (this.slots[at]) return this.slots[at] - 1;
    if (this.count === this.firsts.length) {
      this.grow();
      return this.of(a, b);
    }
    this.firsts[this.count] = a;
    this.seconds[this.count] = b;
    this.slots[at] = ++this.count;
    return this.count - 1;
  }

  private find(a: number, b: number): number {
    const mask = this.size - 1;
    let at = (Math.imul(a ^ Math.imul(b, 0x9e3779b1), 0x85ebca6b) >>> 8) & mask;
    for (let s = this.slots[at]; s; s = this.slots[at]) {
      if (this.firsts[s - 1] === a && this.seconds[s - 1] === b) break;
      at = (at + 1) & mask;
    }
    return at;
  }

  private grow() {
    this.firsts = widened(this.firsts, new Uint32Array(this.count * 2));
    this.seconds = widened(this.seconds, new Uint16Array(this.count * 2));
    this.size *= 2;
    this.slots = new Uint32Array(this.size);
    for (let n = 0; n < this.count; n++) this.slots[this.find(this.firsts[n], this.seconds[n])] = n + 1;
  }
}

const widened = <T extends Uint32Array | Uint16Array>(old: T, into: T): T => {
  into.set(old);
  return into;
};
