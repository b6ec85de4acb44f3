'use client';

import ChevronRightRounded from '@mui/icons-material/ChevronRightRounded';
import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import Typography from '@mui/material/Typography';
import { memo, type ReactNode } from 'react';
import { useView } from '@/session/cloth';

type Props = { title: string; summary: ReactNode; children: ReactNode };

/** One tray's frame: heading, one line of what it says now, then its content. */
export default function Tray({ title, summary, children }: Props) {
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 2, p: 2, pb: 3 }}>
      <Head title={title} summary={summary} />
      {children}
    </Box>
  );
}

const Head = memo(function Head({ title, summary }: Omit<Props, 'children'>) {
  return (
    <Box>
      <Box sx={{ display: 'flex', alignItems: 'center', justifyContent: 'space-between' }}>
        <Typography variant="h2">{title}</Typography>
        <Tooltip title="Fold the tray away">
          <IconButton
            aria-label="Fold the tray away"
            size="small"
            onClick={() => useView.setState({ trayOpen: false })}
          >
            <ChevronRightRounded fontSize="small" />
          </IconButton>
        </Tooltip>
      </Box>
      <Typography variant="body2" color="text.secondary">
        {summary}
      </Typography>
    </Box>
  );
});

/** A part of a tray under its own small heading. */
export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" sx={{ borderTop: 1, borderColor: 'divider', pt: 1.5 }}>
      <Typography variant="h3" sx={{ mb: 1 }}>
        {title}
      </Typography>
      {children}
    </Box>
  );
}
