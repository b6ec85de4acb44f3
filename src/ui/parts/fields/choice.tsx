'use client';

import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';

type Props<T extends string> = {
  label: string;
  value: T;
  /** Each value and what it is called, in order. */
  options: Record<T, string>;
  onChange: (value: T) => void;
  disabled?: boolean;
};

/** One of a few, by name. */
export default function Choice<T extends string>({ label, value, options, onChange, disabled }: Props<T>) {
  return (
    <TextField
      select
      fullWidth
      label={label}
      value={value}
      disabled={disabled}
      onChange={(e) => onChange(e.target.value as T)}
    >
      {(Object.entries(options) as [T, string][]).map(([v, summary]) => (
        <MenuItem key={v} value={v}>
          {summary}
        </MenuItem>
      ))}
    </TextField>
  );
}
