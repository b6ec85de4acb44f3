'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import {
  capital,
  deadlineText,
  mmPer,
  momentIn,
  type Project,
  productOf,
  products,
  purposeOf,
  setChecking,
  setPurpose,
  takeUsual,
  tooManyColours,
  wallTime,
} from '@/core';
import { edit } from '@/session/bolt';
import { useSession } from '@/session/kernel';
import Fold from '../../parts/chrome/fold';
import Choice from '../../parts/fields/choice';
import { LAYOUT_NAME } from '../../parts/fields/lengths';
import NumberField from '../../parts/fields/number-field';

/** The zone of this machine first, then all there are. */
function zones(): string[] {
  const here = Intl.DateTimeFormat().resolvedOptions().timeZone;
  return [...new Set([here, 'UTC', ...Intl.supportedValuesOf('timeZone')])];
}

/** What the bolt is for: what it is printed as and by whom, in how many colours, the theme and the deadline. */
export default function PurposeSection({ project }: { project: Project }) {
  const bolt = useSession();
  const { printer, colours, mostColours, theme, deadline } = purposeOf(project);
  const [typed, setTyped] = useState(theme);
  const [now, setNow] = useState(Date.now);
  useEffect(() => setTyped(theme), [theme]);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 60_000);
    return () => clearInterval(timer);
  }, []);
  const zone = deadline?.zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  const many = tooManyColours(project);
  const product = productOf(project.checking.product);
  const { usual } = product;
  const { unit, ppi, widthMm, heightMm } = project.brief;
  const isUsual =
    Math.abs(widthMm - usual[unit].width * mmPer(unit)) < 0.01 &&
    Math.abs(heightMm - usual[unit].height * mmPer(unit)) < 0.01 &&
    ppi === usual.ppi &&
    project.layout.kind === usual.layout;
  const said = [
    capital(product.name),
    ...(mostColours === null ? [] : [`${mostColours} colours at most`]),
    ...(deadline ? [deadlineText(deadline, now)] : []),
  ].join(', ');
  const setDeadline = (wall: string, where: string) => {
    if (!wall) return edit(bolt, setPurpose({ deadline: null }));
    return edit(bolt, (p) =>
      p ? setPurpose({ deadline: { at: momentIn(where, wall), zone: where } }) : null,
    );
  };
  return (
    <Fold title="What it is for" summary={said} unfolded={!project.motifs.length}>
      <Box sx={{ display: 'grid', gap: 1.25, pb: 1 }}>
        <Choice
          label="Printed as"
          value={project.checking.product}
          options={Object.fromEntries(products.all().map(({ id, name }) => [id, capital(name)]))}
          onChange={(product) => edit(bolt, setChecking({ product }))}
        />
        {!isUsual && (
          <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1 }}>
            <Typography variant="body2" color="text.secondary" sx={{ flex: 1 }} data-testid="usual">
              Often {usual[unit].width} x {usual[unit].height} {unit} at {usual.ppi} ppi,{' '}
              {LAYOUT_NAME[usual.layout].toLowerCase()}.
            </Typography>
            <Button
              size="small"
              aria-label="Take the usual size"
              onClick={() => edit(bolt, takeUsual(product))}
            >
              Take it
            </Button>
          </Box>
        )}
        <ToggleButtonGroup
          exclusive
          fullWidth
          value={printer}
          onChange={(_, v) => v && edit(bolt, setPurpose({ printer: v }))}
          aria-label="Who prints it"
        >
          <ToggleButton value="repeats">They repeat a block</ToggleButton>
          <ToggleButton value="once">They print it once</ToggleButton>
        </ToggleButtonGroup>
        <ToggleButtonGroup
          exclusive
          fullWidth
          value={colours}
          onChange={(_, v) => v && edit(bolt, setPurpose({ colours: v }))}
          aria-label="Colours of the file"
        >
          <ToggleButton value="screen">Screen colours</ToggleButton>
          <ToggleButton value="ink">Printing inks</ToggleButton>
        </ToggleButtonGroup>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr auto', gap: 1, alignItems: 'center' }}>
          <NumberField
            label="Colours at most, with the ground"
            digits={0}
            min={1}
            max={64}
            value={mostColours}
            placeholder="as many as it takes"
            onChange={(v) => edit(bolt, setPurpose({ mostColours: v }))}
          />
          {mostColours !== null && (
            <Button size="small" onClick={() => edit(bolt, setPurpose({ mostColours: null }))}>
              No limit
            </Button>
          )}
        </Box>
        {many && (
          <Typography variant="body2" color="warning.main">
            {many}
          </Typography>
        )}
        <TextField
          label="Theme, entry rules"
          multiline
          maxRows={5}
          value={typed}
          onChange={(e) => setTyped(e.target.value.slice(0, 600))}
          onBlur={() => typed !== theme && edit(bolt, setPurpose({ theme: typed }))}
        />
        <TextField
          label="Deadline"
          type="datetime-local"
          value={deadline ? wallTime(deadline.at, zone) : ''}
          onChange={(e) => setDeadline(e.target.value.slice(0, 16), zone)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        {deadline && (
          <>
            <Choice
              label="Time zone"
              value={zone}
              options={Object.fromEntries(
                [...new Set([zone, ...zones()])].map((z) => [z, z.replaceAll('_', ' ')]),
              )}
              onChange={(where) => setDeadline(wallTime(deadline.at, zone), where)}
            />
            <Typography variant="body2" data-testid="deadline">
              {deadlineText(deadline, now)}
            </Typography>
          </>
        )}
      </Box>
    </Fold>
  );
}
