import { isInMemory } from '../../shelf';

/** How much of this machine's room Hexaplex uses and may use, bytes, and whether the browser promises to keep it. */
export type Space = { used: number; most: number; kept: boolean };

/** Asks the browser to keep what is on the shelf also when room gets scarce, and how much room there is; null where it does not say. */
export async function askForSpace(): Promise<Space | null> {
  const { storage } = navigator;
  if (!storage?.estimate) return null;
  const kept = (await storage.persisted?.()) || ((await storage.persist?.()) ?? false);
  const { usage = 0, quota = 0 } = await storage.estimate();
  return { used: usage, most: quota, kept };
}

/** Whether nothing that is done here outlives this window; known once the shelf was read. */
export const keepsNothing = isInMemory;
