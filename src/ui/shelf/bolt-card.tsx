'use client';

import MoreHorizRounded from '@mui/icons-material/MoreHorizRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useState } from 'react';
import { labelsOf } from '@/session/kernel';
import type { OnShelf } from '@/session/shelf';
import { momentText } from '../parts/chrome/dates';
import { useObjectUrl } from '../parts/chrome/use-object-url';
import { LAYOUT_NAME, size } from '../parts/fields/lengths';

/** A strip of its own cloth. */
function Thumbnail({ bolt }: { bolt: OnShelf }) {
  const url = useObjectUrl(bolt.thumbnail);
  return (
    <Box
      sx={{
        height: 236,
        backgroundSize: 'cover',
        backgroundPosition: 'center',
        borderBottom: 1,
        borderColor: 'divider',
      }}
      style={{ backgroundColor: bolt.ground, backgroundImage: url ? `url(${url})` : 'none' }}
    />
  );
}

/** What can be done with a bolt, beside opening it: what it is called, and what does it. */
type Act = { label: string; act: () => void; danger?: boolean };

type Props = {
  bolt: OnShelf;
  labels: string[];
  acts: Act[];
  /** Both are typed in place. */
  onName: (name: string) => void;
  onLabels: (labels: string[]) => void;
};

/** A bolt on the shelf: its cloth, its name and size, and all that can be done with it. */
export default function BoltCard({ bolt, labels, acts, onName, onLabels }: Props) {
  const { name, brief } = bolt;
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  const [typing, setTyping] = useState<'name' | 'labels' | null>(null);
  const typed: Record<'name' | 'labels', { label: string; was: string; take: (text: string) => void }> = {
    name: { label: 'Name', was: name, take: (text) => text.trim() && text.trim() !== name && onName(text) },
    labels: {
      label: 'Labels, with commas between',
      was: labels.join(', '),
      take: (text) => onLabels(labelsOf(text)),
    },
  };
  const field = typing && typed[typing];
  const rows: Act[] = [
    { label: 'Rename', act: () => setTyping('name') },
    { label: 'Labels', act: () => setTyping('labels') },
    ...acts,
  ];
  return (
    <Box
      component="article"
      data-testid="bolt"
      sx={{
        border: 1,
        borderColor: 'divider',
        borderRadius: 2,
        overflow: 'hidden',
        bgcolor: 'background.paper',
        // What is far down the shelf is drawn when it comes near.
        contentVisibility: 'auto',
        containIntrinsicSize: 'auto 380px',
      }}
    >
      <Box
        component={Link}
        href={`/bolt/${bolt.id}`}
        prefetch={false}
        aria-label={`Open ${name}`}
        sx={{ display: 'block', color: 'inherit', textDecoration: 'none' }}
      >
        <Thumbnail bolt={bolt} />
        <Box sx={{ p: 2, pb: 1, borderLeft: '6px dashed', borderColor: 'primary.main' }}>
          <Typography variant="h2">{name}</Typography>
          <Typography variant="body2" color="text.secondary">
            {LAYOUT_NAME[bolt.layout]}, {size(brief.widthMm, brief.heightMm, brief.unit)},{' '}
            {Math.round(brief.ppi)} ppi
          </Typography>
          <Typography variant="caption" color="text.secondary">
            Changed {momentText(bolt.changed)}
          </Typography>
        </Box>
      </Box>
      <Box
        sx={{
          px: 1.5,
          pb: 1.5,
          borderLeft: '6px dashed',
          borderColor: 'primary.main',
          display: 'flex',
          flexWrap: 'wrap',
          alignItems: 'center',
          gap: 1,
        }}
      >
        {field ? (
          <Box
            component="form"
            sx={{ display: 'flex', gap: 1, flex: 1 }}
            onSubmit={(e) => {
              e.preventDefault();
              field.take(String(new FormData(e.currentTarget).get('text') ?? ''));
              setTyping(null);
            }}
          >
            <TextField
              name="text"
              size="small"
              fullWidth
              autoFocus
              label={field.label}
              defaultValue={field.was}
              onKeyDown={(e) => e.key === 'Escape' && setTyping(null)}
              slotProps={{ htmlInput: { maxLength: typing === 'name' ? 80 : 400 } }}
            />
            <Button type="submit" variant="outlined">
              Keep
            </Button>
          </Box>
        ) : (
          <>
            <Button component={Link} href={`/bolt/${bolt.id}`} prefetch={false}>
              Open
            </Button>
            {labels.map((label) => (
              <Chip key={label} size="small" label={label} />
            ))}
            <Box sx={{ flex: 1 }} />
            <IconButton
              size="small"
              aria-label={`More for ${name}`}
              aria-haspopup="menu"
              onClick={(e) => setMenu(e.currentTarget)}
            >
              <MoreHorizRounded fontSize="small" />
            </IconButton>
          </>
        )}
        {menu && (
          <Menu open anchorEl={menu} onClose={() => setMenu(null)}>
            {rows.map(({ label, act, danger }) => (
              <MenuItem
                key={label}
                onClick={() => {
                  setMenu(null);
                  act();
                }}
                sx={danger ? { color: 'error.main' } : undefined}
              >
                {label}
              </MenuItem>
            ))}
          </Menu>
        )}
      </Box>
    </Box>
  );
}
