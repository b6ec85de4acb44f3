import { ArgumentError } from '../units';

const positive = (...values: number[]) => {
  if (!values.every((v) => v > 0)) throw new ArgumentError('Ppi and sizes are above 0.');
};

/**
 * How many times its size a design can be printed before its art falls under the ppi that is wanted.
 * @param leastPpi the fewest ppi that its art has as it is laid; infinite for art without pixels.
 */
export function enlargementLimit(leastPpi: number, wantedPpi: number): number {
  positive(leastPpi, wantedPpi);
  return leastPpi / wantedPpi;
}

/**
 * The ppi at which a page is to be scanned for its art to have the ppi that is wanted, at a size of the print.
 * @param scanPpi that it was scanned at. @param laidPpi what its art has as it is laid. @param factor how many times that size it is printed.
 */
export function scanPpiFor(scanPpi: number, laidPpi: number, wantedPpi: number, factor: number): number {
  positive(scanPpi, laidPpi, wantedPpi, factor);
  return (scanPpi * wantedPpi * factor) / laidPpi;
}
