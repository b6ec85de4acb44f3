import { vi } from 'vitest';

/** Waits until something holds, however busy the machine is. */
export const soon = <T>(holds: () => T | Promise<T>, interval = 50) =>
  vi.waitFor(holds, { timeout: 20_000, interval });
