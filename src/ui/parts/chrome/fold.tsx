'use client';

import ExpandMoreRounded from '@mui/icons-material/ExpandMoreRounded';
import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { type ReactNode, useId, useState } from 'react';

/** A part of a tray that is folded until it is wanted. */
export default function Fold({
  title,
  summary,
  unfolded = false,
  children,
}: {
  title: string;
  summary?: string;
  /** It is open when it is first seen. */
  unfolded?: boolean;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(unfolded);
  const id = useId();
  return (
    <Box component="section" sx={{ borderTop: 1, borderColor: 'divider', pt: 1 }}>
      <ButtonBase
        onClick={() => setOpen(!open)}
        aria-expanded={open}
        aria-controls={id}
        sx={{ width: '100%', justifyContent: 'space-between', py: 0.5, borderRadius: 1, textAlign: 'left' }}
      >
        <Box>
          <Typography variant="h3" component="span" sx={{ display: 'block' }}>
            {title}
          </Typography>
          {summary && !open && (
            <Typography variant="body2" component="span" color="text.secondary">
              {summary}
            </Typography>
          )}
        </Box>
        <ExpandMoreRounded fontSize="small" sx={{ transform: open ? 'rotate(180deg)' : 'none' }} />
      </ButtonBase>
      <Box id={id} sx={{ pt: 1 }}>
        {open && children}
      </Box>
    </Box>
  );
}
