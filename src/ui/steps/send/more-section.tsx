'use client';

import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import Chip from '@mui/material/Chip';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import Tooltip from '@mui/material/Tooltip';
import Typography from '@mui/material/Typography';
import { NAME_PARTS, NAME_TEMPLATE, type Project } from '@/core';
import { usePrinter } from '@/session/colour';
import { AS, canBeShapes, timesSent, useSendAsk, whatIsSent } from '@/session/send';
import { canAskWhere, setAskWhere, useSavePlace } from '@/session/shelf';
import Fold from '../../parts/chrome/fold';
import Choice from '../../parts/fields/choice';

const TURNS = { 0: 'as it lies', 1: 'a quarter clockwise', 2: 'half round', 3: 'a quarter back' };

/** What is rarely wanted of a file: how it lies, how it is packed, its name, where it goes. */
export default function MoreSection({ project }: { project: Project }) {
  const ask = useSendAsk();
  const where = useSavePlace((s) => s.ask);
  const printer = usePrinter((s) => s.name);
  const { cmyk, format, files, nameTrouble } = whatIsSent(project, ask, timesSent());
  const can = format.send?.can ?? [];
  const tick = (label: string, on: boolean, set: (on: boolean) => void) => (
    <FormControlLabel
      control={<Checkbox size="small" checked={on} onChange={(e) => set(e.target.checked)} />}
      label={label}
      slotProps={{ typography: { variant: 'body2' } }}
    />
  );
  const name = files[0] ? `${files[0].name}.${format.extension}` : nameTrouble;
  return (
    <Fold title="More" summary={name}>
      <Box sx={{ display: 'grid', gap: 1 }}>
        <TextField
          label="Name of the file"
          value={ask.name}
          error={nameTrouble !== ''}
          onChange={(e) => useSendAsk.setState({ name: e.target.value.slice(0, 200) })}
          onBlur={() => !ask.name.trim() && useSendAsk.setState({ name: NAME_TEMPLATE })}
          helperText={name}
        />
        <Box
          role="group"
          aria-label="Parts of a name"
          sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, mb: 1 }}
        >
          {Object.entries(NAME_PARTS).map(([part, means]) => (
            <Tooltip key={part} title={means}>
              <Chip
                size="small"
                variant="outlined"
                label={part}
                aria-label={`Add ${part} to the name: ${means}`}
                onClick={() => useSendAsk.setState({ name: `${ask.name}_{${part}}`.replace(/^_/, '') })}
              />
            </Tooltip>
          ))}
        </Box>
        <Choice
          label="The repeat lies"
          value={String(ask.turn) as '0'}
          options={TURNS}
          onChange={(v) => useSendAsk.setState({ turn: Number(v) as 0 | 1 | 2 | 3 })}
        />
        <Box sx={{ display: 'grid' }}>
          {format.send?.pixels.includes('cmyk') &&
            ask.as === 'picture' &&
            tick(`In printing inks, CMYK, by ${printer}`, cmyk, (on) => useSendAsk.setState({ cmyk: on }))}
          {canBeShapes(project, format) &&
            ask.as === 'picture' &&
            tick('Motifs that are shapes stay shapes', ask.shapes, (shapes) =>
              useSendAsk.setState({ shapes }),
            )}
          {can.includes('unpacked') &&
            tick('Not packed: larger, for old programs', ask.unpacked, (unpacked) =>
              useSendAsk.setState({ unpacked }),
            )}
          {can.includes('marks') &&
            tick('Crop and register marks round it', ask.marks, (marks) => useSendAsk.setState({ marks }))}
          {tick('With a palette of each colourway, in one zip', ask.palettes, (palettes) =>
            useSendAsk.setState({ palettes }),
          )}
          {canAskWhere() && tick('Ask where to save each file', where, setAskWhere)}
        </Box>
        {AS[ask.as].label.includes('ink') && (
          <Typography variant="body2" color="text.secondary">
            Flat screens, black or white, with traps: under Colour, Screens.
          </Typography>
        )}
      </Box>
    </Fold>
  );
}
