'use client';

import Box from '@mui/material/Box';
import Radio from '@mui/material/Radio';
import Typography from '@mui/material/Typography';
import { capital, type Project, printedAs, setChecking } from '@/core';
import { edit } from '@/session/bolt';
import { heldPpi } from '@/session/cloth';
import { useSession } from '@/session/kernel';
import { Part } from '../../parts/chrome/tray';
import { trim } from '../../parts/fields/lengths';

/** What the cloth is printed as, and whether the art has the pixels for it. */
export default function ProductsSection({ project }: { project: Project }) {
  const bolt = useSession();
  const least = heldPpi(project);
  return (
    <Part title="Printed as">
      <Box role="radiogroup" aria-label="Printed as">
        {printedAs(project.checking.product).map(({ id, name, wants }) => {
          const short = least < wants.ppi;
          return (
            <Box
              key={id}
              component="label"
              data-testid="product"
              sx={{
                display: 'grid',
                gridTemplateColumns: 'auto 1fr',
                alignItems: 'start',
                cursor: 'pointer',
              }}
            >
              <Radio
                size="small"
                name="product"
                sx={{ p: 0.5, mr: 0.5 }}
                checked={project.checking.product === id}
                onChange={() => edit(bolt, setChecking({ product: id }))}
              />
              <Box sx={{ py: 0.5 }}>
                <Typography variant="body2">{capital(name)}</Typography>
                <Typography
                  variant="caption"
                  component="div"
                  sx={{ color: short ? 'warning.main' : 'text.secondary' }}
                >
                  {wants.ppi} ppi, lines from {wants.lineMm} mm, gaps from {wants.gapMm} mm
                  {short ? `. Your art has ${trim(least, 0)} ppi at the least` : ''}
                </Typography>
              </Box>
            </Box>
          );
        })}
      </Box>
    </Part>
  );
}
