'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Project } from '@/core';
import {
  cutsText,
  foundText,
  joinSample,
  joinScans,
  laySheet,
  PAPER,
  type SheetInHand,
  sizeText,
} from '@/session/intake';
import { useBusy, useJob, useSession } from '@/session/kernel';
import Fold from '../../../parts/chrome/fold';
import JobProgress from '../../../parts/chrome/job-progress';
import { useObjectUrl } from '../../../parts/chrome/use-object-url';
import FileButton from '../../../parts/files/file-button';
import NewColours from './new-colours';
import PaperGuide from './paper-guide';

const SCANS = '.png,.jpg,.jpeg,.webp,.tif,.tiff';

/** A sheet that was put together: how its quarters were found, and whether it is laid. */
function InHand({
  sheet,
  project,
  laid,
  onLay,
}: {
  sheet: SheetInHand;
  project: Project;
  laid: boolean;
  onLay: () => void;
}) {
  const bolt = useSession();
  const [picture] = useState(() => new Blob([sheet.picture.bytes], { type: 'image/png' }));
  const url = useObjectUrl(picture);
  const busy = useBusy(PAPER);
  return (
    <Box data-testid="sheet-in-hand" sx={{ display: 'grid', gap: 1, mt: 1.5 }}>
      {url && (
        <Box
          component="img"
          src={url}
          alt="The sheet, put together"
          sx={{ width: '100%', borderRadius: 0.75, border: 1, borderColor: 'divider' }}
        />
      )}
      <Typography variant="body2" role="status">
        {foundText(sheet)} {cutsText(sheet)} {sizeText(sheet)}
      </Typography>
      {laid ? (
        <NewColours project={project} colours={sheet.colours} />
      ) : (
        <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
          <Button variant="contained" disabled={busy} onClick={onLay}>
            Lay it on the cloth
          </Button>
          {sheet.found.better && (
            <Button disabled={busy} onClick={() => void joinScans(bolt, sheet.files, !sheet.asCame)}>
              {sheet.asCame ? 'Put them right' : 'Leave them as they came'}
            </Button>
          )}
        </Box>
      )}
    </Box>
  );
}

/** A sheet of paper that was cut in four and drawn on: its scans come together as a drawing that repeats. */
export default function PaperSection({ project }: { project: Project }) {
  const bolt = useSession();
  const job = useJob<SheetInHand>(PAPER);
  const busy = useBusy(PAPER);
  const [laid, setLaid] = useState<SheetInHand | null>(null);
  const [amiss, setAmiss] = useState('');
  const sheet = job?.state === 'done' ? job.result : null;
  const lay = async (made: SheetInHand) => {
    setAmiss('');
    try {
      if (await laySheet(bolt, made)) setLaid(made);
    } catch (error) {
      setAmiss(error instanceof Error ? error.message : '');
    }
  };
  const sample = (which: 'four' | 'one') =>
    void joinSample(bolt, which).catch((error) => setAmiss(error instanceof Error ? error.message : ''));
  const trouble = job?.trouble || amiss;
  return (
    <Fold
      title="On paper"
      summary="Cut a sheet in four, change the quarters over, draw, scan."
      unfolded={Boolean(sheet)}
    >
      <PaperGuide />
      <Box sx={{ mt: 1.5 }}>
        <FileButton
          label="Choose the scans"
          accept={SCANS}
          disabled={busy}
          onFiles={(files) => void joinScans(bolt, files, false)}
        />
        <Typography variant="body2" color="text.secondary" sx={{ mt: 0.5 }}>
          Four, one of each quarter, named in their order; or one of all four.
        </Typography>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', mt: 0.5, ml: -1 }}>
          <Button disabled={busy} onClick={() => sample('four')}>
            Try four scans of the demo
          </Button>
          <Button disabled={busy} onClick={() => sample('one')}>
            Or its one scan
          </Button>
        </Box>
      </Box>
      <JobProgress kind={PAPER} />
      {trouble && (
        <Typography role="alert" variant="body2" color="error" sx={{ mt: 1 }}>
          {trouble}
        </Typography>
      )}
      {sheet && (
        <InHand
          key={sheet.art.sha256}
          sheet={sheet}
          project={project}
          laid={laid === sheet}
          onLay={() => void lay(sheet)}
        />
      )}
    </Fold>
  );
}
