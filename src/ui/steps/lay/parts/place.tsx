'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { type DragEvent, useState } from 'react';
import { type Project, pxToMm, shownColourway, shownGround } from '@/core';
import { useBolt } from '@/session/bolt';
import { HANDS, type Hand, select, useSprites, useView } from '@/session/cloth';
import { addStandIn, STAND_INS, type StandIn } from '@/session/intake';
import { useSession } from '@/session/kernel';
import { layMotif, MOTIF_DRAG } from '@/session/lay';
import MotifPicture from '../../../parts/chrome/motif-picture';
import { Part } from '../../../parts/chrome/tray';
import Choice from '../../../parts/fields/choice';
import { small } from '../../../parts/fields/lengths';
import PlacementTable from '../placement-table';

const HAND_SAYS: Record<Hand, string> = {
  move: 'moves a motif, or the view',
  rectangle: 'draws a rectangle round several',
  lasso: 'draws a line round several',
};

/** Motifs to lay, and ways to take several in hand. */
export default function Place() {
  const bolt = useSession();
  const project = useBolt((s) => s.project);
  const hand = useView((s) => s.hand);
  const [table, setTable] = useState(false);
  if (!project) return null;
  return (
    <>
      {project.motifs.length > 0 && (
        <Part title="Lay a motif">
          <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 1 }}>
            {project.motifs.map((m) => {
              const uses = project.placements.filter((p) => p.motif === m.id).length;
              const mm = pxToMm(Math.max(m.width, m.height), m.ppi);
              return (
                <Box
                  key={m.id}
                  component="button"
                  aria-label={`Lay ${m.name}`}
                  draggable
                  onDragStart={(e: DragEvent) => {
                    e.dataTransfer.setData(MOTIF_DRAG, m.id);
                    e.dataTransfer.effectAllowed = 'copy';
                  }}
                  onClick={() => layMotif(bolt, m.id)}
                  sx={{
                    border: 0,
                    p: 0,
                    bgcolor: 'transparent',
                    color: 'text.primary',
                    fontFamily: 'inherit',
                    textAlign: 'left',
                    cursor: 'grab',
                    minWidth: 0,
                  }}
                >
                  <MotifPicture motif={m.id} width={96} height={76} ground={shownGround(project)} />
                  <Typography variant="caption" noWrap component="div" sx={{ mt: 0.25, fontWeight: 600 }}>
                    {m.name}
                  </Typography>
                  <Typography
                    variant="caption"
                    color="text.secondary"
                    component="div"
                    sx={{ lineHeight: 1.2 }}
                  >
                    {m.standIn ? 'stand-in' : small(mm)}, {uses ? `laid ${uses}x` : 'not laid'}
                  </Typography>
                </Box>
              );
            })}
          </Box>
        </Part>
      )}
      <Part title="Stand-ins">
        <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
          Rough shapes to try the spacing with. Finished art takes their places later.
        </Typography>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
          {(Object.keys(STAND_INS) as StandIn[]).map((kind) => (
            <Button
              key={kind}
              variant="outlined"
              onClick={async () => {
                const id = await addStandIn(bolt, kind);
                if (id) layMotif(bolt, id);
              }}
            >
              {STAND_INS[kind].name}
            </Button>
          ))}
        </Box>
      </Part>
      {project.placements.length > 0 && (
        <Part title="Take several in hand">
          <Box sx={{ display: 'grid', gap: 1.5 }}>
            <Choice
              label="A drag on the cloth"
              value={hand}
              options={HAND_SAYS}
              onChange={(v) => HANDS.includes(v) && useView.setState({ hand: v })}
            />
            <AllOf project={project} />
            <Button variant="outlined" onClick={() => setTable(true)}>
              Everything on the cloth as a table
            </Button>
          </Box>
          {table && <PlacementTable onDone={() => setTable(false)} />}
        </Part>
      )}
    </>
  );
}

/** Takes in hand all of one motif, of one leading colour, or of one role. */
function AllOf({ project }: { project: Project }) {
  const sprites = useSprites((s) => s.sprites);
  const way = shownColourway(project);
  const kinds: Record<string, string> = { '': '' };
  for (const role of ['hero', 'secondary', 'filler'] as const) {
    if (project.motifs.some((m) => m.role === role)) kinds[`role ${role}`] = `all in the role of ${role}`;
  }
  for (const [n, ink] of project.inks.slice(1).entries()) {
    if (project.motifs.some((m) => sprites.get(m.id)?.lead === n)) {
      kinds[`ink ${n}`] = `all mostly in ${ink.name}, ${way.colours[n + 1]}`;
    }
  }
  for (const m of project.motifs) kinds[`motif ${m.id}`] = `every ${m.name}`;
  return (
    <Choice
      label="Take in hand"
      value=""
      options={kinds}
      onChange={(v) => {
        const [kind, which] = [v.slice(0, v.indexOf(' ')), v.slice(v.indexOf(' ') + 1)];
        const motifs = new Set(
          project.motifs
            .filter((m) =>
              kind === 'role'
                ? m.role === which
                : kind === 'ink'
                  ? sprites.get(m.id)?.lead === Number(which)
                  : m.id === which,
            )
            .map((m) => m.id),
        );
        select(project.placements.filter((p) => motifs.has(p.motif) && !p.hidden).map((p) => p.id));
      }}
    />
  );
}
