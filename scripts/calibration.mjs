/** How long a fixed loop takes on this machine just now, ms: printed beside times, so that two machines can be compared. */
export function calibration() {
  const begun = performance.now();
  let x = 1;
  for (let n = 0; n < 5e7; n++) x = (x * 1103515245 + 12345) | 0;
  return x === 0 ? 0 : performance.now() - begun;
}
