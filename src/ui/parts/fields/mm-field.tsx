'use client';

import NumberField from './number-field';

type Props = { label: string; value: number; max: number; fine?: boolean; onChange: (mm: number) => void };

/** A short length in mm from 0 up: to a tenth in half steps, or `fine`, to a hundredth in twentieths. */
export default function MmField({ label, value, max, fine = false, onChange }: Props) {
  return (
    <NumberField
      label={label}
      unit="mm"
      digits={fine ? 2 : 1}
      step={fine ? 0.05 : 0.5}
      value={value}
      min={0}
      max={max}
      onChange={onChange}
    />
  );
}
