'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import {
  cellOf,
  counted,
  type LengthUnit,
  type Opening,
  type Project,
  type RollPlan,
  repeatBlock,
  rollMatch,
  rollPlan,
} from '@/core';
import { messageOf, sessionStore } from '@/session/kernel';
import Fold from '../../parts/chrome/fold';
import lazyPart from '../../parts/chrome/lazy-part';
import LengthField from '../../parts/fields/length-field';
import { length, trim } from '../../parts/fields/lengths';
import type { Room } from './room';

const WasteChart = lazyPart(() => import('./waste-chart'));
/** What was typed; null: nothing yet. */
const useRoom = sessionStore<{ room: Room | null }>(() => ({ room: null }));
/** A usual wall and roll, in round numbers of each unit. */
const USUAL: Record<LengthUnit, Room & { door: Opening }> = {
  in: {
    wall: { width: 144 * 25.4, height: 96 * 25.4 },
    roll: { width: 24 * 25.4, length: 324 * 25.4 },
    openings: [],
    door: { x: 40 * 25.4, y: 16 * 25.4, width: 36 * 25.4, height: 80 * 25.4 },
  },
  cm: {
    wall: { width: 4000, height: 2500 },
    roll: { width: 530, length: 10_050 },
    openings: [],
    door: { x: 1000, y: 400, width: 900, height: 2100 },
  },
};
const LIMIT = { least: 100, wall: 50_000, roll: 60_000 };

/** How many rolls a wall of this wants, where each piece is cut from, and what is cut away. */
export default function WallSection({ project }: { project: Project }) {
  const { unit } = project.brief;
  const { door, ...usual } = USUAL[unit];
  const room = useRoom((s) => s.room) ?? usual;
  const change = (part: Partial<Room>) => useRoom.setState({ room: { ...room, ...part } });
  const block = repeatBlock(project.layout, cellOf(project));
  const match = rollMatch(project.layout, cellOf(project), room.roll.width);
  let plan: RollPlan | null = null;
  let trouble = '';
  try {
    plan = rollPlan({ ...room, repeat: match.repeatMm, drop: match.drop, trim: 100 });
  } catch (error) {
    trouble = messageOf(error);
  }
  const field = (
    label: string,
    mm: number,
    most: number,
    set: (mm: number) => void,
    least: number = LIMIT.least,
  ) => <LengthField label={label} mm={mm} unit={unit} least={least} most={most} onChange={set} />;
  const opening = (n: number, part: Partial<Opening>) =>
    change({ openings: room.openings.map((o, k) => (k === n ? { ...o, ...part } : o)) });
  return (
    <Fold title="On a wall" summary={plan ? `${plan.rolls + 1} rolls, one of them spare` : trouble}>
      <Box sx={{ display: 'grid', gap: 1.25 }}>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
          {field('Wall width', room.wall.width, LIMIT.wall, (width) =>
            change({ wall: { ...room.wall, width } }),
          )}
          {field('Wall height', room.wall.height, LIMIT.wall, (height) =>
            change({ wall: { ...room.wall, height } }),
          )}
          {field('Roll width', room.roll.width, LIMIT.roll, (width) =>
            change({ roll: { ...room.roll, width } }),
          )}
          {field('Roll length', room.roll.length, LIMIT.roll, (long) =>
            change({ roll: { ...room.roll, length: long } }),
          )}
        </Box>
        {room.openings.map((o, n) => (
          <Box key={o.id} sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
            {field(`Opening ${n + 1}, from left`, o.x, LIMIT.wall, (x) => opening(n, { x }), 0)}
            {field(`Opening ${n + 1}, from top`, o.y, LIMIT.wall, (y) => opening(n, { y }), 0)}
            {field(`Opening ${n + 1}, width`, o.width, LIMIT.wall, (width) => opening(n, { width }))}
            {field(`Opening ${n + 1}, height`, o.height, LIMIT.wall, (height) => opening(n, { height }))}
          </Box>
        ))}
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button
            size="small"
            variant="outlined"
            disabled={room.openings.length >= 12}
            onClick={() =>
              change({
                openings: [
                  ...room.openings,
                  { ...door, id: 1 + Math.max(0, ...room.openings.map((o) => o.id)) },
                ],
              })
            }
          >
            Add a door or window
          </Button>
          {room.openings.length > 0 && (
            <Button size="small" onClick={() => change({ openings: room.openings.slice(0, -1) })}>
              Take the last away
            </Button>
          )}
        </Box>
        {trouble && (
          <Typography variant="body2" color="error">
            {trouble}
          </Typography>
        )}
        {plan && (
          <>
            <Elevation room={room} plan={plan} />
            <WasteChart room={room} match={match} widthMm={block.width} unit={unit} />
            <Typography variant="body2" data-testid="roll-plan">
              {counted(plan.drops, 'drop')}, {counted(plan.rolls, 'roll')} and one spare.{' '}
              {length(plan.matching, unit)} is cut away to match, {length(plan.waste, unit)} is left over or
              cut away in all.{' '}
              {match.drop
                ? `Each drop hangs ${length(match.drop * match.repeatMm, unit)} lower than the one before it.`
                : 'Every drop begins at the same height of the repeat.'}
            </Typography>
            {!match.meets && (
              <Typography variant="body2" color="warning.main">
                The roll is {length(room.roll.width, unit)} wide; {counted(match.columns, 'column')} of the
                repeat {match.columns === 1 ? 'is' : 'are'} {length(match.widthMm, unit)}, so its drops do not
                meet. They would with the whole design at {trim((100 * room.roll.width) / match.widthMm, 1)} %
                of its size.
              </Typography>
            )}
          </>
        )}
      </Box>
    </Fold>
  );
}

/** The wall with its drops and openings. */
function Elevation({ room: { wall, roll, openings }, plan }: { room: Room; plan: RollPlan }) {
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${wall.width} ${wall.height}`}
      role="img"
      aria-label={`The wall in ${plan.drops} drops`}
      sx={{ width: '100%', maxHeight: 180, border: 1, borderColor: 'divider', bgcolor: 'background.default' }}
    >
      {plan.pieces.map((p) => (
        <Box
          key={`${p.drop} ${p.top}`}
          component="rect"
          x={p.drop * roll.width}
          y={p.top}
          width={Math.max(1, Math.min(roll.width, wall.width - p.drop * roll.width))}
          height={p.bottom - p.top}
          sx={{
            fill: (t) =>
              p.roll % 2 ? (t.vars ?? t).palette.secondary.main : (t.vars ?? t).palette.primary.main,
            fillOpacity: 0.22,
            stroke: (t) => (t.vars ?? t).palette.text.primary,
            strokeWidth: 1,
            vectorEffect: 'non-scaling-stroke',
          }}
        />
      ))}
      {openings.map(({ id, ...place }) => (
        <Box
          key={id}
          component="rect"
          {...place}
          sx={{
            fill: (t) => (t.vars ?? t).palette.background.paper,
            stroke: (t) => (t.vars ?? t).palette.text.primary,
            strokeWidth: 1.5,
            vectorEffect: 'non-scaling-stroke',
          }}
        />
      ))}
    </Box>
  );
}
