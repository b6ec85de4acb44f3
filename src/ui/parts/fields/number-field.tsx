'use client';

import InputAdornment from '@mui/material/InputAdornment';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState } from 'react';
import { trim } from './lengths';

type Props = {
  label: string;
  /** null: not known yet, the field is empty. */
  value: number | null;
  unit?: string;
  digits?: number;
  min: number;
  max: number;
  step?: number;
  /** What stands in a field whose value is not known. */
  placeholder?: string;
  /** After a change it shows its value, whatever was typed: what is done once, or what was made whole. */
  once?: boolean;
  /** What is typed is said though the value is that already: else it changes by itself. */
  firm?: boolean;
  onChange: (value: number) => void;
  disabled?: boolean;
};

/**
 * A number with its unit. What is typed is taken on Enter or on leaving; what cannot be taken is said under
 * the field and the old value stays in force. A value that changes meanwhile by other means does not take what is being typed.
 */
export default function NumberField({
  label,
  value,
  unit,
  digits = 1,
  min,
  max,
  step = 1,
  placeholder,
  once,
  firm,
  onChange,
  disabled,
}: Props) {
  const shown = value === null ? '' : trim(value, digits);
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState('');
  const typing = useRef(false);
  const show = () => {
    typing.current = false;
    setText(shown);
    setWrong('');
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: only another value is another text
  useEffect(() => {
    if (!typing.current) show();
  }, [shown]);
  const take = (typed: string) => {
    typing.current = false;
    const v = Number(typed.replace(',', '.'));
    if (typed.trim() === '' || !Number.isFinite(v)) {
      setWrong(`A number from ${trim(min, 3)} to ${trim(max, 1)}.`);
    } else if (v < min || v > max) {
      setWrong(
        `${v > max ? 'At most' : 'At least'} ${trim(v > max ? max : min, 3)}${unit ? ` ${unit}` : ''}.`,
      );
    } else {
      setWrong('');
      setText(once ? shown : trim(v, digits));
      if (value === null || firm || Math.abs(v - value) > 10 ** -digits / 4) onChange(v);
    }
  };
  return (
    <TextField
      label={label}
      value={text}
      placeholder={placeholder}
      disabled={disabled}
      error={wrong !== ''}
      helperText={wrong || undefined}
      onChange={(e) => {
        typing.current = true;
        setText(e.target.value);
      }}
      onBlur={() => typing.current && (value !== null || text) && take(text)}
      onKeyDown={(e) => {
        if (e.key === 'Enter') take(text);
        if (e.key === 'Escape') show();
        if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
          e.preventDefault();
          const v = Number(text) + (e.key === 'ArrowUp' ? step : -step);
          if (v >= min && v <= max) take(trim(v, digits));
        }
      }}
      slotProps={{
        inputLabel: placeholder ? { shrink: true } : undefined,
        input: { endAdornment: unit ? <InputAdornment position="end">{unit}</InputAdornment> : undefined },
        htmlInput: { inputMode: 'decimal' },
      }}
    />
  );
}
