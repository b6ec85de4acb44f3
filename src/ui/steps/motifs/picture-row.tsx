'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { type Layer, type Motif, type Project, setMotif, shownGround, sizeMm } from '@/core';
import { edit } from '@/session/bolt';
import { useSession } from '@/session/kernel';
import MotifPicture from '../../parts/chrome/motif-picture';
import { size, trim } from '../../parts/fields/lengths';
import OriginFields from '../../parts/fields/origin-fields';

const WHAT: Record<string, string> = { drawing: 'drawing', tile: 'tile' };

type Props = {
  project: Project;
  picture: Motif;
  /** The layer that shows it. */
  layer?: Layer;
  /** Opens the page that it came from again; left out where there is none. */
  onAgain?: () => void;
};

/** One drawing or tile of the bolt: what it is, how fine, where it comes from. */
export default function PictureRow({ project, picture, layer, onAgain }: Props) {
  const bolt = useSession();
  const [open, setOpen] = useState(false);
  const own = sizeMm(picture);
  return (
    <Box
      data-testid="picture"
      sx={{ borderTop: 1, borderColor: 'divider', pt: 1.25, display: 'grid', gap: 1 }}
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: '84px minmax(0, 1fr)', gap: 1.25 }}>
        <MotifPicture motif={layer?.id ?? ''} width={84} height={84} ground={shownGround(project)} />
        <Box sx={{ minWidth: 0, display: 'flex', flexDirection: 'column', gap: 0.25 }}>
          <Typography sx={{ fontWeight: 650, lineHeight: 1.2 }} noWrap title={picture.name}>
            {picture.name}
          </Typography>
          <Typography variant="caption" color="text.secondary" noWrap>
            {WHAT[layer?.kind ?? ''] ?? 'picture'}, {size(own.width, own.height, project.brief.unit)}
          </Typography>
          <Typography variant="caption" color="text.secondary" noWrap>
            {trim(picture.ppi, 0)} ppi as it came
          </Typography>
          {picture.permission === 'ask' && (
            <Typography variant="caption" color="warning.main" sx={{ fontWeight: 600 }}>
              May it be used? Not answered.
            </Typography>
          )}
          <Box sx={{ display: 'flex', gap: 0.5, mt: 'auto', ml: -1 }}>
            <Button onClick={() => setOpen(!open)} aria-expanded={open} sx={{ minHeight: 26 }}>
              About it
            </Button>
            {onAgain && (
              <Button
                onClick={onAgain}
                aria-label={`Open the page of ${picture.name} again`}
                sx={{ minHeight: 26 }}
              >
                Open again
              </Button>
            )}
          </Box>
        </Box>
      </Box>
      {open && (
        <Box sx={{ display: 'grid', gap: 1 }}>
          <OriginFields
            origin={{ source: picture.source, permission: picture.permission }}
            onChange={(origin) => edit(bolt, setMotif(picture.id, origin), `origin${picture.id}`)}
          />
        </Box>
      )}
    </Box>
  );
}
