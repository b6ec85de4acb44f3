'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import {
  cielabOf,
  differenceOf,
  EYE_KINDS,
  hexOfRgb,
  isBare,
  nth,
  type Project,
  rgbOfHex,
  seenBy,
  shownColourway,
} from '@/core';
import { useView, type ViewMode } from '@/session/cloth';
import { askPrinted, FAR_OFF, setSeen, takeProfile, useInks, usePrinter } from '@/session/colour';
import { Part } from '../../../parts/chrome/tray';
import { EYE_SAYS } from '../../../parts/chrome/view-bar';
import FileButton from '../../../parts/files/file-button';
import { FIGURES } from '../../../theme/theme';

/** Touching inks nearer than this can hardly be told apart: dE00; and in grey, steps of L*. */
const LIKE = { distance: 10, grey: 6 };
/** Borders shorter than this share of all are not spoken of. */
const SHORT = 0.004;
const MOST = 10;
/** Ink that most offset paper takes, percent of one full ink. */
const MOST_INK = 320;

/** Will it hold: what touches what, for other eyes and in grey, and what a printer makes of it. */
export default function ProofPart({ project }: { project: Project }) {
  return (
    <>
      <Part title="Inks that touch">
        <Touching project={project} />
      </Part>
      <Part title="Other eyes">
        <Eyes project={project} />
      </Part>
      <Part title="On a printer">
        <OnPrinter project={project} />
      </Part>
    </>
  );
}

function Touching({ project }: { project: Project }) {
  const onCloth = useInks((s) => s.onCloth);
  const { colours } = shownColourway(project);
  if (isBare(project)) {
    return (
      <Typography variant="body2" color="text.secondary">
        Nothing lies on the cloth yet, so nothing touches.
      </Typography>
    );
  }
  const rows = (onCloth?.touches ?? [])
    .filter((t) => t.share >= SHORT && colours[t.a] && colours[t.b])
    .map((t) => {
      const p = rgbOfHex(nth(colours, t.a));
      const q = rgbOfHex(nth(colours, t.b));
      const distance = differenceOf(p, q);
      const grey = Math.abs(cielabOf(p)[0] - cielabOf(q)[0]);
      return {
        ...t,
        distance,
        grey,
        look: distance < LIKE.distance ? 'hard to tell apart' : grey < LIKE.grey ? 'the same in grey' : '',
      };
    })
    .sort((a, b) => Number(b.look !== '') - Number(a.look !== '') || b.share - a.share);
  const nameOf = (n: number) => nth(project.inks, n).name;
  const looks = rows.filter((r) => r.look).length;
  return (
    <Box sx={{ display: 'grid', gap: 0.5 }} data-testid="touching">
      <Typography variant="body2" role="status" color="text.secondary" sx={{ mb: 0.5 }}>
        {!onCloth
          ? 'Looking at what touches.'
          : looks
            ? `${looks} of ${rows.length} pairs that touch on this cloth are close.`
            : `All ${rows.length} pairs that touch on this cloth are well apart, in grey too.`}
      </Typography>
      {rows.slice(0, MOST).map((r) => (
        <Box
          key={`${r.a}-${r.b}`}
          sx={{ display: 'grid', gridTemplateColumns: '46px 1fr auto', gap: 1, alignItems: 'center' }}
        >
          <Box
            aria-hidden
            sx={{
              display: 'grid',
              gridTemplateColumns: '1fr 1fr',
              height: 22,
              borderRadius: 0.75,
              overflow: 'hidden',
              border: '1px solid rgba(34,26,43,0.3)',
            }}
          >
            <Box sx={{ bgcolor: colours[r.a] }} />
            <Box sx={{ bgcolor: colours[r.b] }} />
          </Box>
          <Typography variant="body2" sx={{ lineHeight: 1.25 }}>
            {nameOf(r.a)}, {nameOf(r.b)}
            {r.look && (
              <Box component="span" sx={{ color: 'warning.main', display: 'block' }}>
                {r.look}
              </Box>
            )}
          </Typography>
          <Typography sx={{ fontFamily: FIGURES, fontSize: 12, color: 'text.secondary' }}>
            {Math.round(r.distance)} dE, {Math.round(r.grey)} in grey
          </Typography>
        </Box>
      ))}
      {rows.length > MOST && (
        <Typography variant="caption" color="text.secondary">
          and {rows.length - MOST} more with shorter borders, all apart.
        </Typography>
      )}
    </Box>
  );
}

const EYES: [ViewMode, string][] = [
  ['plain', 'As it is'],
  ['grey', 'In grey'],
  ['protan', 'No red'],
  ['deutan', 'No green'],
  ['tritan', 'No blue'],
];

function Eyes({ project }: { project: Project }) {
  const viewMode = useView((s) => s.viewMode);
  const onCloth = useInks((s) => s.onCloth);
  const { colours } = shownColourway(project);
  const touches = (onCloth?.touches ?? []).filter((t) => t.share >= SHORT && colours[t.a] && colours[t.b]);
  const lost = EYE_KINDS.flatMap((kind) => {
    const asDrawn = colours.map(rgbOfHex);
    const seen = asDrawn.map((rgb) => seenBy(kind, rgb));
    const close = touches.filter(
      (t) =>
        differenceOf(nth(seen, t.a), nth(seen, t.b)) < LIKE.distance &&
        differenceOf(nth(asDrawn, t.a), nth(asDrawn, t.b)) >= LIKE.distance,
    );
    if (!close.length) return [];
    const pairs = close.map((t) => `${nth(project.inks, t.a).name} and ${nth(project.inks, t.b).name}`);
    return [`${EYE_SAYS[kind]}: ${pairs.slice(0, 3).join('; ')} run together.`];
  });
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <ToggleButtonGroup
        exclusive
        fullWidth
        value={EYES.some(([e]) => e === viewMode) ? viewMode : null}
        onChange={(_, v) => v && useView.setState({ viewMode: v })}
        aria-label="How the cloth is seen"
      >
        {EYES.map(([value, summary]) => (
          <ToggleButton key={value} value={value} sx={{ px: 0.25, fontSize: 12.5 }}>
            {summary}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {onCloth && (
        <Typography variant="body2" color="text.secondary">
          {lost.length ? lost.join(' ') : 'Nothing that touches runs together for any of these eyes.'}
        </Typography>
      )}
    </Box>
  );
}

function OnPrinter({ project }: { project: Project }) {
  const viewMode = useView((s) => s.viewMode);
  const { name, inks, own, printed, seen, trouble } = usePrinter();
  const { colours } = shownColourway(project);
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at in another way, all is asked again.
  useEffect(() => void askPrinted(colours), [colours, seen]);
  const rows = colours.map((hex, n) => ({ ink: nth(project.inks, n), hex, is: printed.get(hex) }));
  const farOff = rows.filter((r) => (r.is?.distance ?? 0) > FAR_OFF);
  const heavy = rows.filter((r) => (r.is?.ink ?? 0) > MOST_INK + 1);
  const most = Math.max(0, ...rows.map((r) => r.is?.ink ?? 0));
  const ready = rows.every((r) => r.is);
  return (
    <Box sx={{ display: 'grid', gap: 1 }} data-testid="printer">
      <Typography variant="body2">
        {name}
        {inks ? `, ${inks === 'CMYK' ? 'four inks' : 'driven by RGB'}` : ''}.
      </Typography>
      {trouble && (
        <Typography role="alert" variant="body2" color="error">
          {trouble}
        </Typography>
      )}
      <ToggleButtonGroup
        exclusive
        fullWidth
        value={viewMode === 'printed' || viewMode === 'far-off' ? viewMode : 'plain'}
        onChange={(_, v) => v && useView.setState({ viewMode: v })}
        aria-label="What of the printer is shown on the cloth"
      >
        <ToggleButton value="plain">On screen</ToggleButton>
        <ToggleButton value="printed">As it prints</ToggleButton>
        <ToggleButton value="far-off">Far off</ToggleButton>
      </ToggleButtonGroup>
      <ToggleButtonGroup
        exclusive
        fullWidth
        value={seen}
        onChange={(_, v) => v && void setSeen(v)}
        aria-label="How print is looked at"
      >
        <ToggleButton value="eye">As the eye adapts</ToggleButton>
        <ToggleButton value="paper">As ink on this paper</ToggleButton>
      </ToggleButtonGroup>
      <Typography variant="body2" color="text.secondary">
        {seen === 'eye'
          ? 'The eye takes the paper for white and its darkest ink for black: differences are told from there.'
          : 'Paper and ink as they measure, beside the white and black of a screen.'}
      </Typography>
      {ready && (
        <Typography variant="body2" role="status" color="text.secondary">
          {farOff.length
            ? `${farOff.map((r) => r.ink.name).join(', ')}: this printer cannot make ${farOff.length === 1 ? 'this colour' : 'these colours'}, and comes no nearer than shown.`
            : 'This printer can make every colour of this colourway.'}
          {inks === 'CMYK' &&
            ` The most ink anywhere is ${Math.round(most)} %${heavy.length ? `, more than the ${MOST_INK} % that offset paper takes` : ''}.`}
        </Typography>
      )}
      {ready &&
        rows.map(({ ink, hex, is }) => (
          <Box
            key={ink.id}
            sx={{ display: 'grid', gridTemplateColumns: '46px 1fr auto', gap: 1, alignItems: 'center' }}
          >
            <Box
              aria-hidden
              sx={{
                display: 'grid',
                gridTemplateColumns: '1fr 1fr',
                height: 20,
                borderRadius: 0.75,
                overflow: 'hidden',
                border: '1px solid rgba(34,26,43,0.3)',
              }}
            >
              <Box sx={{ bgcolor: hex }} />
              <Box sx={{ bgcolor: is ? hexOfRgb(is.rgb) : hex }} />
            </Box>
            <Typography variant="body2">{ink.name}</Typography>
            <Typography
              sx={{
                fontFamily: FIGURES,
                fontSize: 12,
                color: (is?.distance ?? 0) > FAR_OFF ? 'warning.main' : 'text.secondary',
              }}
            >
              {(is?.distance ?? 0).toFixed(1)} dE{inks === 'CMYK' ? `, ${Math.round(is?.ink ?? 0)} %` : ''}
            </Typography>
          </Box>
        ))}
      <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
        <FileButton
          label="Use a profile of your own"
          accept=".icc,.icm"
          onFile={(file) => void takeProfile(file)}
        />
        {own && <Button onClick={() => void takeProfile(null)}>Back to the one shipped</Button>}
      </Box>
      <Typography variant="body2" color="text.secondary">
        Stay in screen colours (sRGB) for cloth printers who print by ink jet: most ask for them, and turn
        them into their own inks. Ink colours (CMYK) are wanted by offset printers of paper, wrap and books:
        ask for their profile and look at it here first. Solids are matched by number: give the mill its own
        names.
      </Typography>
    </Box>
  );
}
