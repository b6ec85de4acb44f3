import { type SilhouetteIndex, seededRandom } from '../../lay';
import { ArgumentError } from '../../units';
import type { Spoilt } from '../kind';
import { allKinds, kindOf } from '../registry';

/** The faults that can be planted in a cloth, one at a time, by the kind of finding that they are. */
export const faults = (): string[] => allKinds().flatMap(([kind, k]) => (k.fault ? [kind] : []));

/** The findings by which the check tells a fault. */
export const toldAs = (fault: string): string[] => kindOf(fault)?.fault?.toldAs ?? [fault];

/** A cloth with a fault in it. */
export type Planted = Spoilt & { fault: string };

/**
 * Plants a fault in a cloth, somewhere in it, and says where. The ground itself is not changed.
 * @param ground what is laid, three pieces or more. @param weights how far each motif stands out from the ground.
 * @throws ArgumentError when there is no such fault.
 */
export function plantFault(
  silhouettes: SilhouetteIndex,
  fault: string,
  weights: Map<string, number>,
  seed: number,
): Planted {
  const found = kindOf(fault)?.fault;
  if (!found) throw new ArgumentError(`No fault is called ${fault}.`);
  return { fault, ...found.plant(silhouettes, seededRandom(seed), weights) };
}
