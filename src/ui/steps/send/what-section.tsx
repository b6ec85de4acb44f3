'use client';

import Box from '@mui/material/Box';
import Chip from '@mui/material/Chip';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { type Project, purposeOf } from '@/core';
import { heldPpi } from '@/session/cloth';
import { AS, type As, type Sending, sendFormats, timesSent, useSendAsk, whatIsSent } from '@/session/send';
import { Part } from '../../parts/chrome/tray';
import Choice from '../../parts/fields/choice';
import { LAYOUT_NAME, size, trim } from '../../parts/fields/lengths';
import NumberField from '../../parts/fields/number-field';
import SheetFields from './sheet-fields';

const PPI = { least: 36, most: 2400 };

/** What goes into the file. */
export default function WhatSection({ project }: { project: Project }) {
  const ask = useSendAsk();
  const sending = whatIsSent(project, ask, timesSent());
  const { ways, format, onGround, as, what, ppi } = sending;
  const { brief } = project;
  const all = sendFormats(as, what);
  const held = heldPpi(project);
  const alone = as.endsWith('-tones');
  return (
    <Part title="What goes into it">
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <ToggleButtonGroup
          exclusive
          fullWidth
          value={what}
          onChange={(_, v) => v !== null && useSendAsk.setState({ what: v })}
          aria-label="What is sent"
        >
          <ToggleButton value="block">Block</ToggleButton>
          <ToggleButton value="cell">Cell</ToggleButton>
          <ToggleButton value="sheet">Filled sheet</ToggleButton>
        </ToggleButtonGroup>
        {what === 'sheet' && <SheetFields unit={brief.unit} />}
        <Choice
          label="As"
          value={as}
          options={
            Object.fromEntries(Object.entries(AS).map(([id, { label }]) => [id, label])) as Record<As, string>
          }
          onChange={(v) => useSendAsk.setState({ as: v })}
        />
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
          <Choice
            label="File"
            value={format.id}
            options={Object.fromEntries(all.map((f) => [f.id, f.name]))}
            onChange={(id) => useSendAsk.setState({ format: id })}
          />
          <NumberField
            label="File ppi"
            digits={0}
            step={10}
            min={PPI.least}
            max={PPI.most}
            value={ppi}
            onChange={(v) => useSendAsk.setState({ ppi: v === brief.ppi ? null : v })}
          />
        </Box>
        {purposeOf(project).colours === 'ink' && format.id !== 'tiff' && !alone && (
          <Typography variant="body2" color="warning.main">
            The brief says printing inks; this file is in screen colours. A TIFF can be in inks.
          </Typography>
        )}
        {ppi > Math.max(held, brief.ppi) + 0.5 && (
          <Typography variant="body2" color="warning.main">
            All of the art holds {Math.floor(held)} ppi as it is laid: finer than that only makes the file
            larger.
          </Typography>
        )}
        {as !== 'motif-tones' && project.colourways.length > 1 && (
          <Box role="group" aria-label="Colourways" sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
            {project.colourways.map(({ id, name }) => {
              const on = ways.some((w) => w.id === id);
              const others = ways.map((w) => w.id).filter((w) => w !== id);
              return (
                <Chip
                  key={id}
                  label={name}
                  variant={on ? 'filled' : 'outlined'}
                  color={on ? 'primary' : 'default'}
                  aria-pressed={on}
                  onClick={() =>
                    useSendAsk.setState({ wayIds: on ? (others.length ? others : [id]) : [...others, id] })
                  }
                />
              );
            })}
          </Box>
        )}
        {as !== 'motif-tones' && (
          <ToggleButtonGroup
            exclusive
            fullWidth
            value={onGround}
            onChange={(_, v) => v !== null && useSendAsk.setState({ onGround: v })}
            aria-label="Ground"
          >
            <ToggleButton value={true}>{alone ? 'Ground too' : 'On its ground'}</ToggleButton>
            <ToggleButton value={false}>Without ground</ToggleButton>
          </ToggleButtonGroup>
        )}
        <Typography variant="body2" color="text.secondary">
          {inWords(sending, project)}
        </Typography>
      </Box>
    </Part>
  );
}

/** What is written, in a sentence. */
function inWords({ what, px, block, plan, ppi, bleed, turn }: Sending, { brief, layout }: Project): string {
  const mm = (v: { width: number; height: number }) =>
    size((v.width / ppi) * 25.4, (v.height / ppi) * 25.4, brief.unit);
  const turned = turn ? `, turned by ${turn * 90} degrees` : '';
  if (what === 'sheet')
    return `${px.width} x ${px.height} px at ${Math.round(ppi)} ppi${bleed ? ', bleed and all' : ''}: ${trim(px.width / block.width, 2)} repeat blocks across, ${trim(px.height / block.height, 2)} down${turned}.`;
  if (what === 'cell')
    return `${px.width} x ${px.height} px, ${mm(px)} at ${Math.round(ppi)} ppi${turned}. ${layout.kind === 'straight' ? 'It repeats straight.' : `It is your own unit: by itself it does not repeat straight; the block of ${plan.block.width} x ${plan.block.height} px does.`}`;
  return `${px.width} x ${px.height} px, ${mm(px)} at ${Math.round(ppi)} ppi${turned}. ${LAYOUT_NAME[layout.kind]} is already in the block: the printer repeats it straight.`;
}
