import { ArgumentError, trimmed } from '../units';

/** What cloth loses across and along, shares of what was printed; below 0: it grew. */
export type Shrinkage = { across: number; along: number };

/** Cloth that loses or gains more than this was measured wrong. */
const MOST = { loss: 0.5, gain: 0.25 };

const held = ({ across, along }: Shrinkage): Shrinkage => {
  if (![across, along].every((v) => v < MOST.loss && v >= -MOST.gain))
    throw new ArgumentError(
      'Cloth loses less than half of itself and grows by a quarter at most: measure again.',
    );
  return { across, along };
};

/**
 * What cloth lost, from a strike-off that was measured after it was washed or steamed: what was printed as so long is now so long, mm.
 * @throws ArgumentError for lengths that are not above 0, and for a loss that no cloth has.
 */
export function shrinkageOf(
  printed: { across: number; along: number },
  measured: { across: number; along: number },
): Shrinkage {
  if (![printed, measured].every((s) => s.across > 0 && s.along > 0))
    throw new ArgumentError('What is measured is above 0 mm.');
  return held({
    across: 1 - measured.across / printed.across,
    along: 1 - measured.along / printed.along,
  });
}

const lossText = (share: number) => `${share < 0 ? 'grows' : 'loses'} ${trimmed(Math.abs(share) * 100, 1)} %`;

/** What cloth loses, or by how much it grows, as a sentence. */
export const shrinkageText = ({ across, along }: Shrinkage): string =>
  `The cloth ${lossText(across)} across and ${lossText(along)} along.`;

/** The size to print at for cloth that shrinks to come out as it is wanted: each side by itself. */
export function compensated(
  wanted: { width: number; height: number },
  shrinks: Shrinkage,
): { width: number; height: number } {
  const { across, along } = held(shrinks);
  return { width: wanted.width / (1 - across), height: wanted.height / (1 - along) };
}
