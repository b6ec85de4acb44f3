import { newRaster } from '../raster';
import { AROUND } from './labels';
import type { Rgb } from './oklab';
import { platesOf, recolour } from './plates';

/** A pixel is told by its neighbours so many rows above and below it: edges look two inks away, and inks round them as far again. */
const MARGIN = 2 * AROUND;
/** So many pixels are recoloured at once. */
const BAND_PX = 4e6;

/**
 * Recolours a picture that comes row by row, in bands: the bytes are those of the whole picture recoloured at once.
 * @param onRow takes each row, straight RGBA, in order; it is used again after the call.
 */
export class RecolourRows {
  private readonly band: Uint8ClampedArray;
  private readonly rows: number;
  /** Rows in the band, and the picture's row that its first one is. */
  private filled = 0;
  private top = 0;

  constructor(
    private readonly width: number,
    private readonly height: number,
    private readonly ask: { from: Rgb[]; to: Rgb[]; texture?: number[] },
    private readonly onRow: (row: Uint8ClampedArray) => void,
    bandPx = BAND_PX,
  ) {
    this.rows = Math.min(height, Math.max(1, Math.ceil(bandPx / width)) + 2 * MARGIN);
    this.band = newRaster(width, this.rows).data;
  }

  row(straight: Uint8ClampedArray | Uint8Array) {
    const long = this.width * 4;
    this.band.set(straight.subarray(0, long), this.filled++ * long);
    const isLast = this.top + this.filled === this.height;
    if (!isLast && this.filled < this.rows) return;
    const data = this.band.subarray(0, this.filled * long);
    const { from, to, texture } = this.ask;
    const made = recolour(platesOf({ width: this.width, height: this.filled, data }, from), to, {
      ...{ from, texture },
    }).data;
    const first = this.top ? MARGIN : 0;
    const last = isLast ? this.filled : this.filled - MARGIN;
    for (let y = first; y < last; y++) this.onRow(made.subarray(y * long, (y + 1) * long));
    // The next band begins with the rows that its first row is told by.
    const kept = Math.min(this.filled, 2 * MARGIN);
    this.band.copyWithin(0, (this.filled - kept) * long, this.filled * long);
    this.top += this.filled - kept;
    this.filled = kept;
  }
}
