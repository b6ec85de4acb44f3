'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useEffect, useMemo, useState } from 'react';
import { type Layout, type Project, setLayout } from '@/core';
import { edit, useBolt } from '@/session/bolt';
import { evenness, layRequest, spreadText } from '@/session/check';
import { useSprites, useView } from '@/session/cloth';
import { useSession } from '@/session/kernel';
import Swatch from '../../cloth/swatch';
import PictureCard from '../../parts/chrome/picture-card';
import { LAYOUT_NAME, small } from '../../parts/fields/lengths';

type Even = Awaited<ReturnType<typeof evenness>>[number];

/** The layouts set beside each other: the four, and a third drop. */
function layoutsFor({ layout }: Project): { name: string; layout: Layout }[] {
  const half = { p: 1, q: 2 };
  const alternate = layout.alternate ? { alternate: layout.alternate } : {};
  const of = (kind: Layout['kind'], drop = half): Layout => ({ kind, drop, ...alternate });
  return [
    { name: LAYOUT_NAME.straight, layout: of('straight') },
    { name: LAYOUT_NAME['half-drop'], layout: of('half-drop') },
    { name: LAYOUT_NAME.brick, layout: of('brick') },
    { name: LAYOUT_NAME.diamond, layout: of('diamond') },
    { name: 'Third drop', layout: of('half-drop', { p: 1, q: 3 }) },
    { name: 'Quarter drop', layout: of('half-drop', { p: 1, q: 4 }) },
  ];
}

const same = (a: Layout, b: Layout) =>
  a.kind === b.kind &&
  (a.kind === 'straight' || a.kind === 'diamond' || (a.drop.p === b.drop.p && a.drop.q === b.drop.q));

/** The same placements live in every layout, each with its evenness; one is taken with a press. */
export default function LayoutsRoom() {
  const open = useView((s) => s.sideBySide);
  return open ? <Room /> : null;
}

function Room() {
  const bolt = useSession();
  const project = useBolt((s) => s.project);
  const sprites = useSprites((s) => s.sprites);
  const [even, setEven] = useState<Even[] | null>(null);
  const layouts = useMemo(() => (project ? layoutsFor(project) : []), [project]);
  useEffect(() => {
    if (!project) return;
    let gone = false;
    layRequest(project)
      .then((request) =>
        evenness(
          request,
          layouts.map((l) => l.layout),
        ),
      )
      .then(
        (found) => !gone && setEven(found),
        () => !gone && setEven(null),
      );
    return () => {
      gone = true;
    };
  }, [project, layouts]);
  if (!project) return null;
  const close = () => useView.setState({ sideBySide: false });
  const { widthMm, heightMm } = project.brief;
  return (
    <Dialog open fullWidth maxWidth="lg" onClose={close} aria-labelledby="layouts-title">
      <DialogTitle id="layouts-title" variant="h2">
        The same placements in every layout
      </DialogTitle>
      <DialogContent>
        <Typography variant="body2" color="text.secondary" sx={{ mb: 1.5 }}>
          Gap spread is how uneven the gaps between neighbours are: the lower, the more even.
        </Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(338px, 1fr))', gap: 2 }}>
          {layouts.map(({ name, layout }, n) => {
            const here = same(layout, project.layout);
            const figure = even?.[n];
            return (
              <PictureCard
                key={name}
                label={`Take ${name}`}
                on={here}
                onPress={() => {
                  edit(bolt, setLayout(layout));
                  close();
                }}
                pad={1}
              >
                <Swatch
                  project={{ ...project, layout }}
                  sprites={sprites}
                  sizePx={320}
                  heightPx={188}
                  spanMm={Math.max(widthMm, heightMm) * 3}
                />
                <Typography variant="h3" sx={{ mt: 1 }}>
                  {name}
                  {here ? ', as it is now' : ''}
                </Typography>
                <Typography variant="body2" color="text.secondary">
                  {!figure
                    ? 'Measuring.'
                    : figure.smallestMm === 0
                      ? 'Motifs overlap in this layout.'
                      : figure.smallestMm === null || figure.spread === null
                        ? 'Nothing to compare yet.'
                        : `Gap spread ${spreadText(figure.spread)}, smallest gap ${small(figure.smallestMm)}.`}
                </Typography>
              </PictureCard>
            );
          })}
        </Box>
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2 }}>
        <Button onClick={close}>Leave it as it is</Button>
      </DialogActions>
    </Dialog>
  );
}
