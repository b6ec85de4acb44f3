'use client';

import Box from '@mui/material/Box';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import type { Project } from '@/core';
import Choice from '../../parts/choice';
import { LAYOUT_NAME, size } from '../../parts/lengths';
import { Part } from '../../parts/tray';
import { sendFormats, useSendAsk, whatIsSent } from './send';

/** What goes into the file. */
export default function WhatSection({ project }: { project: Project }) {
  const { way, format, onGround, plan } = whatIsSent(project, useSendAsk());
  const { brief, layout } = project;
  const all = sendFormats();
  const blockMm = { width: plan.block.width / plan.scale.x, height: plan.block.height / plan.scale.y };
  return (
    <Part title="What goes into it">
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <Choice
          label="Colourway"
          value={way.id}
          options={Object.fromEntries(project.colourways.map((c) => [c.id, c.name]))}
          onChange={(wayId) => useSendAsk.setState({ wayId })}
        />
        {all.length > 1 && (
          <ToggleButtonGroup
            exclusive
            fullWidth
            value={format.id}
            onChange={(_, id) => id && useSendAsk.setState({ format: id })}
            aria-label="File"
          >
            {all.map((f) => (
              <ToggleButton key={f.id} value={f.id}>
                {f.name}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
        )}
        <ToggleButtonGroup
          exclusive
          fullWidth
          value={onGround}
          onChange={(_, v) => v !== null && useSendAsk.setState({ onGround: v })}
          aria-label="Ground"
        >
          <ToggleButton value={true}>On its ground</ToggleButton>
          <ToggleButton value={false}>Without ground</ToggleButton>
        </ToggleButtonGroup>
        <Typography variant="body2" color="text.secondary">
          {plan.block.width} x {plan.block.height} px, {size(blockMm.width, blockMm.height, brief.unit)} at{' '}
          {Math.round(brief.ppi)} ppi. {LAYOUT_NAME[layout.kind]} is already in the block: the printer repeats
          it straight.
        </Typography>
      </Box>
    </Part>
  );
}
