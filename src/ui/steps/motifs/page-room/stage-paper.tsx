'use client';

import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Slider from '@mui/material/Slider';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { type Backing, DEFAULT_BACKING, type IntakeSettings } from '@/core';
import MmField from '../../../parts/fields/mm-field';
import NumberField from '../../../parts/fields/number-field';
import ToolRow from './tool-row';
import type { Tool } from './tools';

type Props = {
  settings: IntakeSettings;
  tool: Tool;
  brushMm: number;
  onTool: (tool: Tool) => void;
  onBrush: (mm: number) => void;
  change: (part: Partial<IntakeSettings>, merge?: string) => void;
};

/** What is paper and what is art, the edge between them, and what lies under the art. */
export default function StagePaper({ settings, tool, brushMm, onTool, onBrush, change }: Props) {
  const { back } = settings;
  const setBack = (part: Partial<Backing>) => change({ back: { ...(back ?? DEFAULT_BACKING), ...part } });
  return (
    <>
      <ToggleButtonGroup
        exclusive
        fullWidth
        value={settings.ground}
        onChange={(_, v) => v && change({ ground: v, joined: v === 'paper' })}
        aria-label="What the art lies on"
      >
        <ToggleButton value="paper">White paper</ToggleButton>
        <ToggleButton value="colour">A coloured ground</ToggleButton>
      </ToggleButtonGroup>
      <Box>
        <Typography variant="subtitle2" id="tolerance-label">
          Tolerance, {settings.tolerance} %
        </Typography>
        <Slider
          aria-labelledby="tolerance-label"
          min={2}
          max={60}
          value={settings.tolerance}
          onChange={(_, v) => change({ tolerance: v as number }, 'tolerance')}
        />
        <Typography variant="caption" color="text.secondary">
          Higher takes more grey with the paper; lower keeps fainter marks.
        </Typography>
      </Box>
      <ToggleButtonGroup
        exclusive
        fullWidth
        value={settings.joined ? 'joined' : 'everywhere'}
        onChange={(_, v) => v && change({ joined: v === 'joined' })}
        aria-label="Which paper goes"
      >
        <ToggleButton value="joined">Joined to the edge only</ToggleButton>
        <ToggleButton value="everywhere">Everywhere</ToggleButton>
      </ToggleButtonGroup>
      <ToggleButtonGroup
        exclusive
        fullWidth
        value={settings.shadows}
        onChange={(_, v) => v && change({ shadows: v })}
        aria-label="Soft shadows"
      >
        <ToggleButton value="take">Soft shadows go</ToggleButton>
        <ToggleButton value="keep">Soft shadows stay</ToggleButton>
      </ToggleButtonGroup>
      <ToolRow
        tools={[
          ['look', 'Look'],
          ['take', 'Take area'],
          ['give', 'Give back'],
          ['erase', 'Erase'],
          ['restore', 'Restore'],
        ]}
        tool={tool}
        onTool={onTool}
      />
      {(tool === 'erase' || tool === 'restore') && (
        <NumberField
          label="Brush"
          unit="mm"
          digits={1}
          step={0.5}
          value={brushMm}
          min={0.1}
          max={50}
          onChange={onBrush}
        />
      )}
      <MmField
        label="Soft edge"
        value={settings.softMm}
        max={5}
        fine
        onChange={(v) => change({ softMm: v })}
      />
      <FormControlLabel
        control={
          <Switch
            checked={back !== null}
            onChange={(e) => change({ back: e.target.checked ? DEFAULT_BACKING : null })}
          />
        }
        label="Back the art, where light parts were lost"
      />
      {back && (
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
          <MmField
            label="Smaller by"
            value={back.shrinkMm}
            max={5}
            fine
            onChange={(v) => setBack({ shrinkMm: v })}
          />
          <MmField
            label="Close gaps up to"
            value={back.bridgeMm}
            max={10}
            onChange={(v) => setBack({ bridgeMm: v })}
          />
          <TextField
            select
            label="Back it with"
            value={back.with}
            onChange={(e) => setBack({ with: e.target.value as Backing['with'] })}
            sx={{ gridColumn: '1 / -1' }}
          >
            <MenuItem value="page">what the page shows there</MenuItem>
            <MenuItem value="white">plain white</MenuItem>
          </TextField>
        </Box>
      )}
    </>
  );
}
