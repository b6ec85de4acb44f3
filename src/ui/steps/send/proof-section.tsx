'use client';

import CheckCircleRounded from '@mui/icons-material/CheckCircleRounded';
import ErrorRounded from '@mui/icons-material/ErrorRounded';
import InfoRounded from '@mui/icons-material/InfoRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { Project } from '@/core';
import { useJob } from '@/session/kernel';
import { certificate, proofLines, SEND, type Sent } from '@/session/send';
import { saveFile } from '@/session/shelf';
import { Part } from '../../parts/chrome/tray';
import { fileSize } from '../../parts/fields/lengths';
import { FIGURES } from '../../theme/theme';

/** More files than these are not named one by one. */
const NAMED = 12;

/** What the file that was written is, read back from it. */
export default function ProofSection({ project }: { project: Project }) {
  const sent = useJob<Sent>(SEND)?.result;
  if (!sent) return null;
  const { files, name, file, unsaved } = sent;
  const more = files.length - NAMED;
  const keep = () =>
    saveFile(
      new Blob([certificate(project.name, sent, project.brief.unit)], { type: 'text/plain' }),
      `${name.replace(/\.\w+$/, '')}_certificate.txt`,
    );
  return (
    <Part title="Read back from the file">
      <Box data-testid="file-proof" sx={{ display: 'grid', gap: 0.75 }}>
        {proofLines(sent).map(([ok, text]) => (
          <Box key={text} sx={{ display: 'flex', gap: 1 }}>
            {ok === null ? (
              <InfoRounded fontSize="small" color="warning" />
            ) : ok ? (
              <CheckCircleRounded color="secondary" fontSize="small" />
            ) : (
              <ErrorRounded color="error" fontSize="small" />
            )}
            <Typography variant="body2">
              {text}
              {ok !== false ? '' : ': not as asked. Do not send this file.'}
            </Typography>
          </Box>
        ))}
      </Box>
      {unsaved && (
        <Typography role="alert" variant="body2" color="error" sx={{ mt: 1 }}>
          {unsaved}
        </Typography>
      )}
      <Typography
        variant="caption"
        component="div"
        sx={{ fontFamily: FIGURES, overflowWrap: 'anywhere', mt: 1 }}
      >
        {name}, {fileSize(file.size)}
        {files.length > 1 &&
          files.slice(0, NAMED).map((f) => (
            <div key={f.name}>
              {f.name}, {fileSize(f.proof.bytes)}
            </div>
          ))}
        {more > 0 && <div>and {more} more</div>}
      </Typography>
      <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
        <Button size="small" variant="outlined" onClick={() => saveFile(file, name)}>
          Save it again
        </Button>
        <Button size="small" variant="outlined" onClick={keep}>
          Save the certificate
        </Button>
      </Box>
    </Part>
  );
}
