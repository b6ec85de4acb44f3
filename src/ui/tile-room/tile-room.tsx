'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { counted, DEFAULT_MENDING, type IntakeSettings, isBare, type Motif, sizeMm } from '@/core';
import { useBolt } from '@/session/bolt';
import type { IncomingPage, Origin } from '@/session/intake';
import {
  blotAt,
  layTile,
  layTileNow,
  letGoOfTile,
  mendAgain,
  mendingOf,
  mendTileNow,
  readTile,
  type SeenTile,
  TILE,
  type TileLaid,
  type TileMending,
  tileFile,
  tileOf,
  withoutDraft,
} from '@/session/intake';
import { messageOf, useJob, useSession } from '@/session/kernel';
import { saveFile } from '@/session/shelf';
import JobProgress from '../parts/chrome/job-progress';
import OriginFields from '../parts/fields/origin-fields';
import Joins from './joins';
import LayFields from './lay-fields';
import { joinText } from './tile-words';

type Props = {
  page: IncomingPage;
  settings: IntakeSettings;
  ppi: number;
  /** What it was taken for: a tile that is the cloth, or a ground to lay under it. */
  as?: 'tile' | 'ground';
  /** The tile of this bolt that is mended again. */
  picture?: Motif;
  /** `laid`: it lies on the cloth now. */
  onDone: (laid: boolean) => void;
};

/** A tile that is only looked at is not mended. */
const AS_IT_IS: TileMending = { wrap: null, blots: [] };

/** A finished tile, a wash or a paper from elsewhere: how it joins, mending it, and laying it. */
export default function TileRoom({ page, settings, ppi, as = 'tile', picture, onDone }: Props) {
  const bolt = useSession();
  const project = useBolt((s) => s.project);
  const file = useMemo(() => tileOf(page, settings), [page, settings]);
  const [first, setFirst] = useState<SeenTile | null>(null);
  const [mended, setMended] = useState<SeenTile | null>(null);
  const [mending, setMending] = useState<TileMending>(picture ? mendingOf(picture) : AS_IT_IS);
  const [wrap, setWrap] = useState(DEFAULT_MENDING);
  const [before, setBefore] = useState(false);
  const [wrong, setWrong] = useState('');
  const [laid, setLaid] = useState<TileLaid | null>(null);
  const [origin, setOrigin] = useState<Origin>({
    source: page.name.replace(/\.[^.]+$/, ''),
    permission: 'ask',
  });
  const job = useJob(TILE);
  const busy = job?.state === 'running';

  const mend = useCallback(
    async (next: TileMending) => {
      setWrong('');
      const seen = await mendTileNow(bolt, file, next);
      if (!seen) return;
      setMending(next);
      setMended(next.wrap || next.blots.length ? seen : null);
      setBefore(false);
    },
    [file, bolt],
  );
  useEffect(() => {
    let left = false;
    void readTile(bolt, file).then(async (seen) => {
      if (left || !seen) return;
      setFirst(seen);
      if (picture) await mend(mendingOf(picture));
    });
    return () => {
      left = true;
    };
  }, [file, picture, mend, bolt]);
  useEffect(() => letGoOfTile, []);
  const bare = project ? isBare(project) : true;
  useEffect(() => {
    if (!first) return;
    const { width, height } = sizeMm({ width: first.bitmap.width, height: first.bitmap.height, ppi });
    const use = as === 'tile' && bare ? 'cloth' : 'under';
    setLaid(
      (now) =>
        now ?? { widthMm: width, heightMm: height, use, colour: { as: use === 'cloth' ? 'inks' : 'itself' } },
    );
  }, [first, ppi, as, bare]);

  const press = async (x: number, y: number) => {
    if (busy) return;
    try {
      await mend({ ...mending, blots: [...mending.blots, await blotAt(file, mending, x, y)] });
    } catch (error) {
      setWrong(messageOf(error));
    }
  };
  const lay = async () => {
    if (!laid) return;
    setWrong('');
    const ok = await layTileNow(bolt, () =>
      picture
        ? mendAgain(bolt, picture, page, settings, mending)
        : withoutDraft(bolt, layTile(bolt, page, settings, mending, laid, origin)),
    );
    if (ok) onDone(true);
  };
  const save = () =>
    tileFile(file, mending, ppi).then(
      ({ png }) =>
        saveFile(new Blob([png], { type: 'image/png' }), `${page.name.replace(/\.[^.]+$/, '')} mended.png`),
      (error) => setWrong(messageOf(error)),
    );
  const seen = mended && !before ? mended : first;
  const trouble = wrong || job?.trouble;
  if (!project) return null;
  return (
    <Dialog
      open
      onClose={() => !busy && !mended && onDone(false)}
      maxWidth="md"
      fullWidth
      aria-labelledby="tile-title"
    >
      <DialogTitle id="tile-title">How {picture?.name ?? page.name} joins</DialogTitle>
      <DialogContent sx={{ display: 'flex', gap: 2.5, flexWrap: 'wrap' }}>
        {seen && (
          <Box sx={{ flex: '1 1 380px', display: 'grid', gap: 1, alignContent: 'start' }}>
            <Joins seen={seen} blots={before ? [] : mending.blots} onPress={press} />
            <Typography variant="body2" color="text.secondary">
              {seen.bitmap.width} x {seen.bitmap.height} px, its joins crossing in the middle. Press a blot to
              heal it{mending.blots.length ? `: ${counted(mending.blots.length, 'place')} healed` : ''}.
            </Typography>
          </Box>
        )}
        <Box sx={{ flex: '1 1 300px', display: 'grid', gap: 1.5, alignContent: 'start' }}>
          {seen && (
            <Alert
              severity={seen.report.holds ? 'success' : 'warning'}
              icon={false}
              data-testid="join-report"
            >
              {joinText(seen.report)}
            </Alert>
          )}
          {seen && (
            <Box sx={{ display: 'grid' }}>
              <FormControlLabel
                control={
                  <Checkbox
                    checked={wrap.evenLight}
                    onChange={(_, v) => setWrap({ ...wrap, evenLight: v })}
                  />
                }
                label="even the light from edge to edge"
              />
              <FormControlLabel
                control={<Checkbox checked={wrap.cut} onChange={(_, v) => setWrap({ ...wrap, cut: v })} />}
                label="lay a strip of its own over each join; its size stays"
              />
            </Box>
          )}
          {seen && (
            <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
              <Button
                variant="outlined"
                disabled={busy || !(wrap.evenLight || wrap.cut)}
                onClick={() => void mend({ ...mending, wrap })}
              >
                Mend the joins
              </Button>
              {mended && (
                <Button aria-pressed={before} onClick={() => setBefore(!before)}>
                  {before ? 'After' : 'Before'}
                </Button>
              )}
              {mending.blots.length > 0 && (
                <Button
                  disabled={busy}
                  onClick={() => void mend({ ...mending, blots: mending.blots.slice(0, -1) })}
                >
                  Take back the last
                </Button>
              )}
              {mended && (
                <Button disabled={busy} onClick={() => void save()}>
                  Save the mended tile
                </Button>
              )}
            </Box>
          )}
          <JobProgress kind={TILE} />
          {trouble && (
            <Typography role="alert" variant="body2" color="error">
              {trouble}
            </Typography>
          )}
          {seen && laid && !picture && (
            <>
              <Typography variant="h3">Lay it</Typography>
              <LayFields project={project} laid={laid} onChange={(part) => setLaid({ ...laid, ...part })} />
              <OriginFields origin={origin} onChange={setOrigin} />
            </>
          )}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={() => onDone(false)}>Leave it</Button>
        <Button
          variant="contained"
          disabled={!seen || busy || (!!picture && !mended)}
          onClick={() => void lay()}
        >
          {picture ? 'Keep the mended tile' : 'Lay it on the cloth'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
