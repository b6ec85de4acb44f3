'use client';

import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { TOOL_SAYS, type Tool } from './tools';

/** The tools of a stage, and what the one in hand does. */
export default function ToolRow({
  tools,
  tool,
  onTool,
}: {
  tools: [Tool, string][];
  tool: Tool;
  onTool: (tool: Tool) => void;
}) {
  return (
    <>
      <ToggleButtonGroup
        exclusive
        value={tool}
        onChange={(_, v) => onTool((v as Tool | null) ?? 'look')}
        aria-label="In hand"
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fit, minmax(92px, 1fr))',
          gap: 0.75,
          '& .MuiToggleButton-root': { m: 0, borderRadius: 1, border: 1, borderColor: 'divider' },
        }}
      >
        {tools.map(([t, name]) => (
          <ToggleButton key={t} value={t}>
            {name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Typography variant="caption" color="text.secondary">
        {TOOL_SAYS[tool]}
        {tool === 'look' ? '' : ' With keys: arrows move the mark, Enter presses and lets go.'}
      </Typography>
    </>
  );
}
