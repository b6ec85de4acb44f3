'use client';

import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';

type Props<T extends string> = {
  label: string;
  part: T;
  /** Each part and what it is called, in order. */
  names: Record<T, string>;
  /** Whether a part has nothing to show yet. */
  off?: (part: T) => boolean;
  onChange: (part: T) => void;
};

/** Which part of a tray is open. */
export default function PartChoice<T extends string>({ label, part, names, off, onChange }: Props<T>) {
  return (
    <ToggleButtonGroup
      exclusive
      fullWidth
      value={part}
      onChange={(_, v: T | null) => v && onChange(v)}
      aria-label={label}
    >
      {(Object.entries(names) as [T, string][]).map(([p, name]) => (
        <ToggleButton key={p} value={p} disabled={off?.(p)} sx={{ px: 0.5 }}>
          {name}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
