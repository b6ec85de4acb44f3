'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { type Project, productOf, products, setChecking } from '@/core';
import { edit } from '@/session/bolt';
import { useChecks } from '@/session/check';
import { useSession } from '@/session/kernel';
import Fold from '../../parts/chrome/fold';
import Choice from '../../parts/fields/choice';
import { trim } from '../../parts/fields/lengths';

const STYLE = { airy: 'airy', even: 'even', packed: 'packed' } as const;
const STRICT = {
  easy: 'easy: only what anyone sees',
  usual: 'usual',
  strict: 'strict: a trained eye',
} as const;

/** How the cloth is looked over: its style, how strictly, for which print; and the limits that follow. */
export default function How({ project }: { project: Project }) {
  const bolt = useSession();
  const { style, strictness, product } = project.checking;
  const { name, wants: holds } = productOf(product);
  const limits = useChecks((s) => s.report?.limits);
  return (
    <Fold title="How it is looked at" summary={`${style}, ${strictness}, for ${name.split(',')[0]}`}>
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <Choice
          label="The cloth is meant to be"
          value={style}
          options={STYLE}
          onChange={(v) => edit(bolt, setChecking({ style: v }))}
        />
        <Choice
          label="How strictly"
          value={strictness}
          options={STRICT}
          onChange={(v) => edit(bolt, setChecking({ strictness: v }))}
        />
        <Choice
          label="Printed as"
          value={product}
          options={Object.fromEntries(products.all().map((p) => [p.id, p.name]))}
          onChange={(v) => edit(bolt, setChecking({ product: v }))}
        />
      </Box>
      {limits && (
        <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }} data-testid="limits">
          Pointed out: a patch over {trim(limits.bare, 2)} times the wider gaps (more where gaps differ); a
          lane over {trim(limits.lane, 2)} of the middle gap; rows that chance lays once in 10
          <sup>{trim(limits.row, 1)}</sup> cloths (less where the weight swings with them); a thing{' '}
          {trim(limits.heavy, 2)} times as heavy as the next, or a place {trim(limits.crowded, 2)} times the
          mean; edges under {trim(limits.touch, 2)} of the middle nearest gap; twins under{' '}
          {trim(limits.twins, 2)} of the gaps about them; art under {holds.ppi} ppi, lines under{' '}
          {holds.lineMm} mm, gaps under {holds.gapMm} mm. Your printer's own limits come first.
        </Typography>
      )}
    </Fold>
  );
}
