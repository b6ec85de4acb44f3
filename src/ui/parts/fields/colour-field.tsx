'use client';

import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';

type Props = { label: string; value: string; onChange: (hex: string) => void };

/** A colour: a swatch that opens the machine's picker, and its hex code. */
export default function ColourField({ label, value, onChange }: Props) {
  const [text, setText] = useState(value);
  useEffect(() => setText(value), [value]);
  const wrong = !/^#?[0-9a-f]{6}$/i.test(text.trim());
  const take = () => {
    const typed = `#${text.trim().replace('#', '').toLowerCase()}`;
    if (wrong) setText(value);
    else if (typed !== value) onChange(typed);
  };
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
      <Box
        component="input"
        type="color"
        aria-label={`${label}, picker`}
        value={value}
        onChange={(e: React.ChangeEvent<HTMLInputElement>) => onChange(e.target.value)}
        sx={{
          width: 40,
          height: 40,
          p: 0,
          border: 1,
          borderColor: 'divider',
          borderRadius: 1,
          cursor: 'pointer',
          bgcolor: 'transparent',
          flexShrink: 0,
          '&::-webkit-color-swatch-wrapper': { p: 0 },
          '&::-webkit-color-swatch': { border: 0, borderRadius: '4px' },
        }}
      />
      <TextField
        label={label}
        value={text}
        error={wrong}
        helperText={wrong ? 'Six digits, like #6a2a5b.' : undefined}
        onChange={(e) => setText(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => {
          if (e.key === 'Enter') take();
        }}
        fullWidth
      />
    </Box>
  );
}
