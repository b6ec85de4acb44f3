'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import {
  CLOTH_FOR,
  type ClothPlan,
  cellOf,
  clothPlan,
  clothText,
  counted,
  type PieceAsk,
  type Project,
  purposeOf,
  repeatBlock,
  shrinkageText,
} from '@/core';
import { messageOf, sessionStore } from '@/session/kernel';
import Fold from '../../parts/chrome/fold';
import Choice from '../../parts/fields/choice';
import LengthField from '../../parts/fields/length-field';
import { length, trim } from '../../parts/fields/lengths';
import NumberField from '../../parts/fields/number-field';

type Cutting = {
  cloth: number;
  pieces: (PieceAsk & { id: number })[];
  matched: boolean;
  oneWay: boolean;
  /** What it is sewn into, of CLOTH_FOR. */
  sewn: string;
};
/** What was typed; null: nothing yet. */
const useCutting = sessionStore<{ ask: Cutting | null }>(() => ({ ask: null }));
/** Two cushions from a usual cloth, in round numbers of each unit. */
const usual = (cloth: number, cushion: number): Cutting => ({
  cloth,
  pieces: [{ id: 1, name: 'Cushion', width: cushion, height: cushion, count: 2 }],
  ...{ matched: true, oneWay: true, sewn: 'cushion' },
});
const USUAL = { in: usual(54 * 25.4, 18 * 25.4), cm: usual(1400, 450) };
const LIMIT = { least: 10, most: 20_000, pieces: 12 };

/** How much cloth is to be bought for some pieces, and where each lies on the repeat. */
export default function CutSection({ project }: { project: Project }) {
  const { unit } = project.brief;
  const ask = useCutting((s) => s.ask) ?? USUAL[unit];
  const set = (part: Partial<Cutting>) => useCutting.setState({ ask: { ...ask, ...part } });
  const { shrinks } = purposeOf(project);
  const sewn = CLOTH_FOR.find((c) => c.id === ask.sewn);
  const repeat = repeatBlock(project.layout, cellOf(project));
  let plan: ClothPlan | null = null;
  let trouble = '';
  try {
    plan = clothPlan({ ...ask, repeat, shrinks: shrinks ?? undefined });
  } catch (error) {
    trouble = messageOf(error);
  }
  const change = (n: number, part: Partial<PieceAsk>) =>
    set({ pieces: ask.pieces.map((p, k) => (k === n ? { ...p, ...part } : p)) });
  const tick = (label: string, key: 'matched' | 'oneWay') => (
    <FormControlLabel
      control={
        <Checkbox size="small" checked={ask[key]} onChange={(e) => set({ [key]: e.target.checked })} />
      }
      label={label}
      slotProps={{ typography: { variant: 'body2' } }}
    />
  );
  return (
    <Fold title="Cut from cloth" summary={plan ? `${length(plan.length, unit)} to buy` : trouble}>
      <Box sx={{ display: 'grid', gap: 1.25 }}>
        {ask.pieces.map((p, n) => (
          <Box key={p.id} sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
            <TextField
              label={`Piece ${n + 1}`}
              value={p.name}
              onChange={(e) => change(n, { name: e.target.value.slice(0, 40) })}
            />
            <NumberField
              label={`How many of piece ${n + 1}`}
              digits={0}
              min={0}
              max={500}
              value={p.count}
              onChange={(count) => change(n, { count })}
            />
            <LengthField
              label={`Piece ${n + 1}, width`}
              mm={p.width}
              unit={unit}
              least={LIMIT.least}
              most={LIMIT.most}
              onChange={(width) => change(n, { width })}
            />
            <LengthField
              label={`Piece ${n + 1}, height`}
              mm={p.height}
              unit={unit}
              least={LIMIT.least}
              most={LIMIT.most}
              onChange={(height) => change(n, { height })}
            />
          </Box>
        ))}
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button
            size="small"
            variant="outlined"
            disabled={ask.pieces.length >= LIMIT.pieces}
            onClick={() =>
              set({
                pieces: [
                  ...ask.pieces,
                  {
                    id: 1 + Math.max(...ask.pieces.map((p) => p.id)),
                    name: 'Piece',
                    width: 300,
                    height: 300,
                    count: 1,
                  },
                ],
              })
            }
          >
            Add a piece
          </Button>
          {ask.pieces.length > 1 && (
            <Button size="small" onClick={() => set({ pieces: ask.pieces.slice(0, -1) })}>
              Take the last away
            </Button>
          )}
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
          <Choice
            label="Sewn into"
            value={ask.sewn}
            options={Object.fromEntries(CLOTH_FOR.map((c) => [c.id, c.name]))}
            onChange={(v) => set({ sewn: v })}
          />
          <LengthField
            label="Cloth width"
            mm={ask.cloth}
            unit={unit}
            least={100}
            most={5000}
            onChange={(cloth) => set({ cloth })}
          />
        </Box>
        <Box sx={{ display: 'grid' }}>
          {tick('Pieces match: each begins at the same place of the repeat', 'matched')}
          {tick('The cloth has a top: nothing is laid crosswise', 'oneWay')}
        </Box>
        {sewn && (
          <Typography variant="body2" color="text.secondary">
            {clothText(sewn, unit)}
          </Typography>
        )}
        {trouble && (
          <Typography variant="body2" color="error">
            {trouble}
          </Typography>
        )}
        {plan && plan.length > 0 && (
          <>
            <Layout plan={plan} cloth={ask.cloth} repeat={repeat} />
            <Typography variant="body2" data-testid="cloth-plan">
              Buy {length(plan.length, unit)} of cloth {length(ask.cloth, unit)} wide for{' '}
              {counted(plan.pieces.length, 'piece')}:{' '}
              {trim((100 * plan.waste) / (plan.length * ask.cloth), 0)} % of it is left over.
              {ask.matched ? ' The same motif lies at the same place of each.' : ''}
              {shrinks ? ` ${shrinkageText(shrinks)} The pieces are cut for that.` : ''}
            </Typography>
          </>
        )}
      </Box>
    </Fold>
  );
}

/** The cloth with its repeats and what is cut from it. */
function Layout({
  plan,
  cloth,
  repeat,
}: {
  plan: ClothPlan;
  cloth: number;
  repeat: { width: number; height: number };
}) {
  const lines = (long: number, step: number) =>
    Array.from({ length: Math.min(200, Math.floor(long / step)) }, (_, n) => (n + 1) * step);
  const stroke = { vectorEffect: 'non-scaling-stroke', strokeWidth: 1 };
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${cloth} ${plan.length}`}
      role="img"
      aria-label={`${plan.pieces.length} pieces on the cloth`}
      sx={{ width: '100%', maxHeight: 220, border: 1, borderColor: 'divider', bgcolor: 'background.default' }}
    >
      {lines(cloth, repeat.width).map((x) => (
        <Box
          key={`x${x}`}
          component="line"
          x1={x}
          x2={x}
          y1={0}
          y2={plan.length}
          sx={{ ...stroke, stroke: (t) => (t.vars ?? t).palette.divider }}
        />
      ))}
      {lines(plan.length, repeat.height).map((y) => (
        <Box
          key={`y${y}`}
          component="line"
          x1={0}
          x2={cloth}
          y1={y}
          y2={y}
          sx={{ ...stroke, stroke: (t) => (t.vars ?? t).palette.divider }}
        />
      ))}
      {plan.pieces.map((p) => (
        <Box
          key={`${p.name} ${p.x} ${p.y}`}
          component="rect"
          x={p.x}
          y={p.y}
          width={p.width}
          height={p.height}
          sx={{
            ...stroke,
            fill: (t) => (t.vars ?? t).palette.primary.main,
            fillOpacity: 0.22,
            stroke: (t) => (t.vars ?? t).palette.text.primary,
          }}
        />
      ))}
    </Box>
  );
}
