'use client';

import LockOpenRounded from '@mui/icons-material/LockOpenRounded';
import LockRounded from '@mui/icons-material/LockRounded';
import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import Typography from '@mui/material/Typography';
import { nth, type Project, paint, setColourway, shownColourway, twinInks } from '@/core';
import { edit } from '@/session/bolt';
import { useView } from '@/session/cloth';
import { solidOf, useBook, useInks } from '@/session/colour';
import { type Session, useSession } from '@/session/kernel';
import Choice from '../../../parts/fields/choice';
import { FIGURES } from '../../../theme/theme';
import { inkFrame } from './ink-frame';
import Picker from './picker';

const newId = () => crypto.randomUUID();

/** Paints one ink of the colourway on show. */
function paintInk(bolt: Session, index: number, hex: string) {
  edit(
    bolt,
    (p) => {
      const { id, colours } = shownColourway(p);
      return paint(
        id,
        colours.map((was, k) => (k === index ? hex : was)),
        newId,
      );
    },
    `colour${index}`,
  );
}

/** Two inks of the colourway on show take each other's colours. */
function swap(bolt: Session, a: number, b: number) {
  edit(bolt, (p) => {
    const { id, colours } = shownColourway(p);
    const next = [...colours];
    [next[a], next[b]] = [nth(colours, b), nth(colours, a)];
    return paint(id, next, newId);
  });
}

const DRAG = 'application/x-hexaplex-ink';

/** The colours of the colourway on show, in printing order: one opens to be changed, dragged onto another they swap. */
export default function ColoursOf({ project }: { project: Project }) {
  const bolt = useSession();
  const focus = useView((s) => s.ink);
  const onCloth = useInks((s) => s.onCloth);
  const solids = useBook((s) => s.solids);
  const way = shownColourway(project);
  const twins = twinInks(way.colours);
  const toggle = (id: string) => {
    edit(bolt, (p) => {
      const { id: shown, locked } = shownColourway(p);
      return setColourway(shown, {
        locked: locked.includes(id) ? locked.filter((l) => l !== id) : [...locked, id],
      });
    });
  };
  return (
    <Box sx={{ display: 'grid', gap: 0.5 }}>
      {way.colours.map((hex, n) => {
        const ink = nth(project.inks, n);
        const open = focus === n;
        const isLocked = way.locked.includes(ink.id);
        const share = onCloth?.shares[n];
        return (
          <Box key={ink.id} sx={inkFrame(open)}>
            <Box
              draggable
              onDragStart={(e) => e.dataTransfer.setData(DRAG, String(n))}
              onDragOver={(e) => e.dataTransfer.types.includes(DRAG) && e.preventDefault()}
              onDrop={(e) => {
                const from = Number(e.dataTransfer.getData(DRAG));
                if (Number.isInteger(from) && from !== n) swap(bolt, from, n);
              }}
              sx={{ display: 'grid', gridTemplateColumns: '1fr auto', alignItems: 'center' }}
            >
              <ButtonBase
                aria-expanded={open}
                aria-label={`${n + 1}. ${ink.name}, ${hex}`}
                title="Change it; drag it onto another to swap"
                onClick={() => useView.setState({ ink: open ? null : n })}
                sx={{
                  display: 'grid',
                  gridTemplateColumns: '34px 1fr auto auto',
                  gap: 1,
                  textAlign: 'left',
                  py: 0.4,
                  borderRadius: 1,
                }}
              >
                <Box
                  sx={{
                    width: 34,
                    height: 26,
                    borderRadius: 0.75,
                    border: '1px solid rgba(34,26,43,0.3)',
                  }}
                  style={{ background: hex }}
                />
                <Typography variant="body2" noWrap>
                  {ink.name}
                </Typography>
                <Typography sx={{ fontFamily: FIGURES, fontSize: 12, color: 'text.secondary' }}>
                  {solidOf(solids, hex)?.name ?? hex}
                </Typography>
                <Typography
                  sx={{
                    fontFamily: FIGURES,
                    fontSize: 12,
                    color: 'text.secondary',
                    minWidth: 38,
                    textAlign: 'right',
                  }}
                >
                  {share === undefined
                    ? ''
                    : `${share < 0.095 ? (share * 100).toFixed(1) : Math.round(share * 100)} %`}
                </Typography>
              </ButtonBase>
              <Tooltip title={isLocked ? `${ink.name} stays in moves and shuffles` : `Lock ${ink.name}`}>
                <IconButton
                  size="small"
                  aria-label={`Lock ${ink.name}`}
                  aria-pressed={isLocked}
                  onClick={() => toggle(ink.id)}
                  sx={{ color: isLocked ? 'primary.main' : 'text.secondary', ml: 0.25 }}
                >
                  {isLocked ? (
                    <LockRounded sx={{ fontSize: 17 }} />
                  ) : (
                    <LockOpenRounded sx={{ fontSize: 17 }} />
                  )}
                </IconButton>
              </Tooltip>
            </Box>
            {open && (
              <>
                <Picker label={ink.name} value={hex} onChange={(value) => paintInk(bolt, n, value)} />
                <Box sx={{ mt: 1 }}>
                  <Choice
                    label={`Swap ${ink.name} with`}
                    value=""
                    options={Object.fromEntries([
                      ['', 'no other'],
                      ...project.inks.flatMap((other, k) => (k === n ? [] : [[String(k), other.name]])),
                    ])}
                    onChange={(k) => k !== '' && swap(bolt, n, Number(k))}
                  />
                </Box>
              </>
            )}
          </Box>
        );
      })}
      {twins.map((list) => (
        <Typography key={list.join()} variant="body2" role="status" sx={{ color: 'warning.main' }}>
          {list.map((k) => nth(project.inks, k).name).join(' and ')} have the same colour: on this cloth they
          can be told apart no more. Their plates are kept.
        </Typography>
      ))}
    </Box>
  );
}
