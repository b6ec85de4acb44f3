'use client';

import CheckCircleRounded from '@mui/icons-material/CheckCircleRounded';
import ErrorRounded from '@mui/icons-material/ErrorRounded';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useJob } from '@/session/jobs';
import { fileSize } from '../../parts/lengths';
import { Part } from '../../parts/tray';
import { FIGURES } from '../../theme/theme';
import { SEND, type Sent } from './send';

/** What the file that was written is, read back from it. */
export default function ProofSection() {
  const sent = useJob<Sent>(SEND)?.result;
  if (!sent) return null;
  const { proof, asked, name } = sent;
  const proofs: [boolean, string][] = [
    [
      proof.width === asked.width && proof.height === asked.height,
      `Size: ${proof.width} x ${proof.height} px`,
    ],
    [proof.ppi === asked.ppi, `In the file: ${proof.ppi} ppi`],
    [proof.faithful, 'Every pixel read back is the one that was rendered'],
    [proof.joins, 'Joins: cut through the middle it is the same to the byte'],
  ];
  return (
    <Part title="Read back from the file">
      <Box data-testid="file-proof" sx={{ display: 'grid', gap: 0.75 }}>
        {proofs.map(([ok, text]) => (
          <Box key={text} sx={{ display: 'flex', gap: 1 }}>
            {ok ? (
              <CheckCircleRounded color="secondary" fontSize="small" />
            ) : (
              <ErrorRounded color="error" fontSize="small" />
            )}
            <Typography variant="body2">
              {text}
              {ok ? '' : ': not as asked. Do not send this file.'}
            </Typography>
          </Box>
        ))}
      </Box>
      <Typography
        variant="caption"
        component="div"
        sx={{ fontFamily: FIGURES, overflowWrap: 'anywhere', mt: 1 }}
      >
        {name}, {fileSize(proof.bytes)}
      </Typography>
    </Part>
  );
}
