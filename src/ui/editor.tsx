'use client';

import ChevronLeftRounded from '@mui/icons-material/ChevronLeftRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Drawer from '@mui/material/Drawer';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useRouter } from 'next/navigation';
import { useSnackbar } from 'notistack';
import { useCallback, useDeferredValue, useEffect, useState } from 'react';
import { ArgumentError } from '@/core';
import { refuse, useBolt } from '@/session/bolt';
import { fitCell, type Step, useSprites, useView } from '@/session/cloth';
import { session } from '@/session/kernel';
import { closeSession, type How, type Opened, openSession } from '@/session/open';
import Cloth from './cloth/cloth';
import ClothBars from './cloth/cloth-bars';
import Tape, { ScaleText, TAPE_PX } from './cloth/tape';
import { useKeys } from './commands/keys';
import NotOpened from './not-opened';
import Boundary from './parts/chrome/boundary';
import Help from './parts/chrome/help';
import lazyPart from './parts/chrome/lazy-part';
import Selvedge, { STEP_NAME } from './parts/chrome/selvedge';
import TopEdge, { TOP_EDGE_PX } from './parts/chrome/top-edge';
import ViewBar from './parts/chrome/view-bar';
import { useFileDrop } from './parts/files/use-file-drop';
import { arriving } from './shelf/arriving';
import WallRoom from './steps/colour/wall-room';
import CompositionsRoom from './steps/lay/compositions-room';
import LayoutsRoom from './steps/lay/layouts-room';
import SizesRoom from './steps/scale/sizes-room';
import ThingsRoom from './steps/scale/things/things-room';
import { FIGURES, TAPE } from './theme/theme';
import Unrolling from './unrolling';

const LOAD = {
  brief: () => import('./steps/brief/brief-tray'),
  motifs: () => import('./steps/motifs/motifs-tray'),
  lay: () => import('./steps/lay/lay-tray'),
  check: () => import('./steps/check/check-tray'),
  colour: () => import('./steps/colour/colour-tray'),
  scale: () => import('./steps/scale/scale-tray'),
  send: () => import('./steps/send/send-tray'),
  log: () => import('./steps/log/log-tray'),
};
const TRAYS = Object.fromEntries(
  Object.entries(LOAD).map(([step, load]) => [step, lazyPart(load)]),
) as Record<Step, React.ComponentType>;

/** Trays are there before they are asked for: fetched one after the other while nothing else is to be done. */
async function fetchTrays() {
  for (const load of Object.values(LOAD)) {
    await new Promise((idle) => requestIdleCallback(idle, { timeout: 3000 }));
    await load().catch(() => {});
  }
}

function useOpen(id: string) {
  const [state, setState] = useState<'opening' | Opened>('opening');
  // Gone the same way again, it is opened again: `left` by the window that had it.
  const [way, setWay] = useState<{ how: How; left?: true }>({ how: 'work' });
  const { enqueueSnackbar } = useSnackbar();
  useEffect(() => {
    setState('opening');
    const { session, ready } = openSession(id, way.how, {
      onLost: () => setWay({ how: 'look' }),
      onFree: () => setWay({ how: 'work', left: true }),
    });
    void ready.then((now) => !session.closed && setState(now));
    return () => closeSession(session);
  }, [id, way]);
  useEffect(() => {
    if (way.left) enqueueSnackbar('The other window is gone. You work on this bolt here now.');
  }, [way, enqueueSnackbar]);
  const refused = useBolt((s) => s.refused);
  useEffect(() => {
    if (refused) enqueueSnackbar(refused.text, { variant: 'warning' });
  }, [refused, enqueueSnackbar]);
  const unwritten = useBolt((s) => s.unwritten);
  useEffect(() => {
    if (unwritten) enqueueSnackbar(`Not saved. ${unwritten}`, { variant: 'error', preventDuplicate: true });
  }, [unwritten, enqueueSnackbar]);
  return { state, workHere: () => setWay({ how: 'take' }) };
}

const notHere = () =>
  refuse(session(), new ArgumentError('Pictures are brought in under Motifs: drop them on the box there.'));

/** A tray opens at its top, and what holds it too. */
const toTop = (tray: HTMLElement | null) => tray?.parentElement?.scrollTo(0, 0);

export default function Editor({ id }: { id: string }) {
  const { state, workHere } = useOpen(id);
  const open = state === 'open' || state === 'looking';
  useEffect(() => {
    if (open) void fetchTrays();
  }, [open]);
  const step = useView((s) => s.step);
  // A tray is drawn in pieces, so that the hand is not held up by it.
  const shownStep = useDeferredValue(step);
  const trayOpen = useView((s) => s.trayOpen);
  const trouble = useSprites((s) => s.trouble);
  const [help, setHelp] = useState(false);
  const showHelp = useCallback(() => setHelp(true), []);
  useKeys(showHelp);
  const router = useRouter();
  const arrive = useCallback(
    (file: File) => {
      arriving.setState({ file });
      router.push('/');
    },
    [router],
  );
  useFileDrop(arrive, notHere);
  const wide = useMediaQuery('(min-width:1100px)');
  const phone = useMediaQuery('(max-width:699px)');
  const fitted = useBolt((s) => s.project?.id);
  const sized = useView((s) => s.viewport.width > 0);
  useEffect(() => {
    const { project: now } = useBolt.getState();
    if (fitted && sized && now) fitCell(now);
  }, [fitted, sized]);

  if (state === 'missing') return <NotOpened id={id} />;
  if (typeof state === 'object') return <NotOpened id={id} {...state} />;
  if (state === 'opening' || fitted !== id) {
    return <Unrolling id={id} />;
  }
  const TrayOf = TRAYS[shownStep];
  const tray = (
    <Box
      key={shownStep}
      ref={toTop}
      component="aside"
      aria-label={`${STEP_NAME[shownStep]} tray`}
      sx={{ width: phone ? '100%' : 344, overflowY: 'auto', height: '100%', bgcolor: 'background.default' }}
    >
      <TrayOf />
    </Box>
  );
  return (
    <Box
      sx={{
        position: 'fixed',
        inset: 0,
        display: 'flex',
        flexDirection: phone ? 'column' : 'row',
        bgcolor: 'background.default',
        overflow: 'hidden',
      }}
    >
      <Selvedge />
      <Box
        component="main"
        sx={{ flex: 1, display: 'flex', flexDirection: 'column', minWidth: 0, minHeight: 0 }}
      >
        <TopEdge onHelp={showHelp} />
        {state === 'looking' && (
          <Box
            role="status"
            sx={{
              display: 'flex',
              alignItems: 'center',
              gap: 2,
              px: 2,
              py: 0.75,
              bgcolor: 'background.paper',
              borderBottom: 1,
              borderColor: 'warning.main',
            }}
          >
            <Typography variant="body2" sx={{ flex: 1 }}>
              Another window works on this bolt. Here you see it as it is there.
            </Typography>
            <Button variant="outlined" onClick={workHere}>
              Work on it here
            </Button>
          </Box>
        )}
        <Box sx={{ flex: 1, display: 'flex', minHeight: 0 }}>
          <Box sx={{ flex: 1, display: 'flex', flexDirection: 'column', minWidth: 0, position: 'relative' }}>
            <Box sx={{ flex: 1, display: 'flex', minHeight: 0 }}>
              <Box sx={{ width: TAPE_PX, flexShrink: 0, height: '100%' }}>
                <Tape vertical />
              </Box>
              <Box sx={{ flex: 1, display: 'flex', position: 'relative', minWidth: 0 }}>
                <Boundary what="The cloth">
                  <Cloth />
                  <ViewBar />
                  <ClothBars />
                </Boundary>
                {trouble && (
                  <Box
                    role="alert"
                    sx={{
                      position: 'absolute',
                      top: 12,
                      left: 12,
                      bgcolor: 'background.paper',
                      border: 1,
                      borderColor: 'error.main',
                      p: 1,
                      borderRadius: 1,
                      color: 'error.main',
                    }}
                  >
                    {trouble} The rest of the bolt is as it was.
                  </Box>
                )}
                {!wide && !trayOpen && (
                  <Button
                    variant="contained"
                    sx={{ position: 'absolute', right: 12, top: 12 }}
                    onClick={() => useView.setState({ trayOpen: true })}
                  >
                    {STEP_NAME[step]} tray
                  </Button>
                )}
              </Box>
            </Box>
            <Box
              sx={(theme) => ({
                display: 'flex',
                pl: `${TAPE_PX}px`,
                position: 'relative',
                bgcolor: TAPE.light,
                ...theme.applyStyles('dark', { bgcolor: TAPE.dark }),
              })}
            >
              <Tape />
              <Box
                data-testid="scale"
                sx={(theme) => ({
                  position: 'absolute',
                  right: 0,
                  top: 0,
                  bottom: 0,
                  px: 1.25,
                  display: 'flex',
                  alignItems: 'center',
                  bgcolor: TAPE.light,
                  color: '#5d4a12',
                  fontFamily: FIGURES,
                  fontSize: 12,
                  boxShadow: `-12px 0 10px ${TAPE.light}`,
                  ...theme.applyStyles('dark', {
                    bgcolor: TAPE.dark,
                    color: '#e9d9a4',
                    boxShadow: `-12px 0 10px ${TAPE.dark}`,
                  }),
                })}
              >
                <ScaleText />
              </Box>
            </Box>
          </Box>
          {wide && trayOpen && (
            <Box sx={{ borderLeft: 1, borderColor: 'divider', flexShrink: 0 }}>{tray}</Box>
          )}
          {wide && !trayOpen && (
            <Button
              aria-label="Open the tray"
              onClick={() => useView.setState({ trayOpen: true })}
              sx={{ minWidth: 28, p: 0, borderLeft: 1, borderColor: 'divider', borderRadius: 0 }}
            >
              <ChevronLeftRounded fontSize="small" />
            </Button>
          )}
        </Box>
      </Box>
      {!wide && (
        <Drawer
          variant="persistent"
          anchor={phone ? 'bottom' : 'right'}
          open={trayOpen}
          slotProps={{
            paper: {
              sx: phone
                ? { maxHeight: '62vh', borderTop: 1 }
                : { top: TOP_EDGE_PX, height: `calc(100% - ${TOP_EDGE_PX}px)` },
            },
          }}
        >
          {phone && (
            <Typography variant="caption" sx={{ px: 2, pt: 1 }}>
              Precise work is easier on a larger screen.
            </Typography>
          )}
          {tray}
        </Drawer>
      )}
      <LayoutsRoom />
      <CompositionsRoom />
      <WallRoom />
      <SizesRoom />
      <ThingsRoom />
      <Help open={help} onClose={() => setHelp(false)} />
    </Box>
  );
}
