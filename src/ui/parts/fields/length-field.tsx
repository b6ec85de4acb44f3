'use client';

import { type LengthUnit, mmPer } from '@/core';
import NumberField from './number-field';

type Props = {
  label: string;
  mm: number;
  unit: LengthUnit;
  least: number;
  most: number;
  /** To a thousandth of an inch, a tenth of a millimetre. */
  fine?: boolean;
  onChange: (mm: number) => void;
};

/** A length in the bolt's unit. */
export default function LengthField({ label, mm, unit, least, most, fine = false, onChange }: Props) {
  const per = mmPer(unit);
  return (
    <NumberField
      label={label}
      unit={unit}
      digits={(unit === 'in' ? 2 : 1) + (fine ? 1 : 0)}
      step={(unit === 'in' ? 0.5 : 1) / (fine ? 2 : 1)}
      value={mm / per}
      min={least / per}
      max={most / per}
      onChange={(v) => onChange(v * per)}
    />
  );
}
