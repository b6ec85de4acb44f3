'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useBolt } from '@/state/bolt';
import { fitCell, useView, zoomAbout, zoomTo } from '@/state/view';

/** Small buttons lying on the cloth: how near, ghosts. */
export default function ViewBar() {
  const project = useBolt((s) => s.project);
  const ghosts = useView((s) => s.ghosts);
  const { width, height } = useView((s) => s.window);
  if (!project) return null;
  const middle = { x: width / 2, y: height / 2 };
  const items: [string, string, () => void, boolean?][] = [
    ['Whole cell', '0', () => fitCell(project)],
    ['True size', '9', () => zoomTo(useView.getState().pxPerMm)],
    ['Nearer', '+', () => zoomAbout(1.25, middle)],
    ['Further', '-', () => zoomAbout(0.8, middle)],
    ['Ghosts', 'G', () => useView.setState({ ghosts: !ghosts }), ghosts],
  ];
  return (
    <Box sx={{ position: 'absolute', left: 12, bottom: 12, display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
      {items.map(([text, key, act, on]) => (
        <Button
          key={text}
          onClick={act}
          title={`${text} (${key})`}
          aria-pressed={on}
          sx={{
            bgcolor: on ? 'primary.main' : 'background.paper',
            color: on ? 'primary.contrastText' : 'text.primary',
            border: 1,
            borderColor: 'divider',
            minHeight: 28,
            py: 0,
            '&:hover': { bgcolor: on ? 'primary.dark' : 'background.default' },
          }}
        >
          {text}
        </Button>
      ))}
    </Box>
  );
}
