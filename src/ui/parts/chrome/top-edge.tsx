'use client';

import HelpOutlineRounded from '@mui/icons-material/HelpOutlineRounded';
import RedoRounded from '@mui/icons-material/RedoRounded';
import UndoRounded from '@mui/icons-material/UndoRounded';
import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import InputBase from '@mui/material/InputBase';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import Tooltip from '@mui/material/Tooltip';
import Typography from '@mui/material/Typography';
import { type Project, rename, showColourway } from '@/core';
import { edit, redo, undo, useBolt } from '@/session/bolt';
import { useSession } from '@/session/kernel';
import { withKey } from '../../commands/commands';
import { LAYOUT_NAME, size } from '../fields/lengths';
import JobsList from './jobs-list';
import onProject from './on-project';
import Saved from './saved';

export const TOP_EDGE_PX = 46;

const ALTERNATE_SAYS = {
  across: 'mirrored',
  down: 'mirrored down',
  'half-turn': 'half turned',
  same: 'on another ground',
} as const;

/** Name, what is on the cloth, undo and redo, the saved state, the colourway on show, help. */
export default onProject(TopEdge);

function TopEdge({ project, onHelp }: { project: Project; onHelp: () => void }) {
  const bolt = useSession();
  const canUndo = useBolt((s) => s.past.length > 0);
  const canRedo = useBolt((s) => s.future.length > 0);
  const { brief, layout } = project;
  const drop =
    layout.kind === 'half-drop' || layout.kind === 'brick'
      ? layout.drop.p * 2 === layout.drop.q
        ? ''
        : ` ${layout.drop.p}/${layout.drop.q}`
      : '';
  const name = layout.kind === 'half-drop' && drop ? `Drop${drop}` : `${LAYOUT_NAME[layout.kind]}${drop}`;
  return (
    <Box
      component="header"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1,
        px: 1.5,
        height: TOP_EDGE_PX,
        flexShrink: 0,
        bgcolor: 'background.default',
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <InputBase
        key={project.id + project.name}
        defaultValue={project.name}
        inputProps={{ 'aria-label': 'Name of this bolt', maxLength: 80 }}
        onBlur={(e) => {
          const text = e.target.value.trim();
          if (text && text !== project.name) edit(bolt, rename(text));
          else e.target.value = project.name;
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') (e.target as HTMLInputElement).blur();
        }}
        sx={{
          fontFamily: '"Bricolage Grotesque Variable"',
          fontWeight: 700,
          fontSize: 18,
          width: `${Math.min(26, Math.max(8, project.name.length + 2))}ch`,
          minWidth: 60,
          '& input': { textOverflow: 'ellipsis' },
        }}
      />
      <Typography
        variant="body2"
        color="text.secondary"
        noWrap
        sx={{ flex: 1, display: { xs: 'none', md: 'block' } }}
      >
        {name}
        {layout.alternate
          ? `, every other ${layout.alternate.every} ${ALTERNATE_SAYS[layout.alternate.by]}`
          : ''}
        , {size(brief.widthMm, brief.heightMm, brief.unit)}, {Number(brief.ppi.toFixed(1))} ppi
      </Typography>
      <Box sx={{ flex: { xs: 1, md: 0 } }} />
      <JobsList />
      <Saved />
      <Tooltip title={withKey('Undo', 'undo')}>
        <span>
          <IconButton aria-label="Undo" onClick={undo} disabled={!canUndo} size="small">
            <UndoRounded fontSize="small" />
          </IconButton>
        </span>
      </Tooltip>
      <Tooltip title={withKey('Redo', 'redo')}>
        <span>
          <IconButton aria-label="Redo" onClick={redo} disabled={!canRedo} size="small">
            <RedoRounded fontSize="small" />
          </IconButton>
        </span>
      </Tooltip>
      <Select
        value={project.shown}
        onChange={(e) => edit(bolt, showColourway(e.target.value))}
        inputProps={{ 'aria-label': 'Colourway on show' }}
        renderValue={(id) => `Colourway: ${project.colourways.find((c) => c.id === id)?.name ?? ''}`}
        sx={{ height: 32, fontSize: 14, fontWeight: 600, minWidth: 0, maxWidth: { xs: 112, sm: 220 } }}
      >
        {project.colourways.map((c) => (
          <MenuItem key={c.id} value={c.id} sx={{ gap: 1 }}>
            <Box sx={{ display: 'flex' }} aria-hidden>
              {c.colours.slice(0, 7).map((hex, n) => (
                <Box
                  // biome-ignore lint/suspicious/noArrayIndexKey: colours may repeat; their place names them.
                  key={n}
                  sx={{ width: 10, height: 18 }}
                  style={{ background: hex }}
                />
              ))}
            </Box>
            {c.name}
          </MenuItem>
        ))}
      </Select>
      <Tooltip title={withKey('Keys and help', 'help')}>
        <IconButton aria-label="Keys and help" onClick={onHelp} size="small">
          <HelpOutlineRounded fontSize="small" />
        </IconButton>
      </Tooltip>
    </Box>
  );
}
