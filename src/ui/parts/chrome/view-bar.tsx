'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import type { Project } from '@/core';
import {
  fitCell,
  fitWidth,
  recutTo,
  useView,
  VIEW_MODES,
  type ViewMode,
  WORK_GROUNDS,
  zoomAbout,
  zoomFrom,
  zoomTo,
} from '@/session/cloth';
import { withKey } from '../../commands/commands';
import onProject from './on-project';

const FAR_M = [0.5, 1, 2, 3];
/** Ways of looking that are about colour. */
export const EYE_SAYS = {
  protan: 'To eyes without red cones',
  deutan: 'To eyes without green cones',
  tritan: 'To eyes without blue cones',
  printed: 'As it prints',
  'far-off': 'What prints far off',
} as const;

const GROUNDS = Object.keys(WORK_GROUNDS) as (keyof typeof WORK_GROUNDS)[];
const GROUND_SAYS = {
  own: "The colourway's own ground",
  light: 'Light, to work on',
  dark: 'Dark, to work on',
};

const CELLS = [1, 2, 3, 4, 6, 8, 12];

/** Small buttons lying on the cloth: how near, tinted copies, slid by half. */
export default onProject(ViewBar);

function ViewBar({ project }: { project: Project }) {
  const ghosts = useView((s) => s.ghosts);
  const recut = useView((s) => s.recut !== null);
  const { width, height } = useView((s) => s.viewport);
  const viewMode = useView((s) => s.viewMode);
  const ink = useView((s) => s.ink ?? 1);
  const workGround = useView((s) => s.workGround);
  const only = useView((s) => s.only?.length);
  const middle = { x: width / 2, y: height / 2 };
  const look = {
    cell: { summary: withKey('Whole cell', 'fit'), act: () => fitCell(project) },
    width: { summary: withKey('Cell from edge to edge', 'fit-width'), act: () => fitWidth(project) },
    true: { summary: withKey('True size', 'true-size'), act: () => zoomTo(useView.getState().pxPerMm) },
    ...Object.fromEntries(
      CELLS.map((n) => [`cells${n}`, { summary: `${n} x ${n} cells`, act: () => fitCell(project, n) }]).slice(
        1,
      ),
    ),
    ...Object.fromEntries(
      FAR_M.map((m) => [`far${m}`, { summary: `As seen from ${m} m`, act: () => zoomTo(zoomFrom(m)) }]),
    ),
  } as Record<string, { summary: string; act: () => void }>;
  const eyes: Record<ViewMode, string> = {
    plain: 'As it is',
    blurred: 'Through half-shut eyes',
    grey: 'In grey',
    flipped: 'Flipped',
    'upside-down': 'Upside down',
    silhouettes: 'Silhouettes only',
    gaps: 'Gaps only',
    neighbours: 'Who lies beside whom',
    ink: `Only ${project.inks[ink]?.name ?? 'one ink'}`,
    ...EYE_SAYS,
  };
  const items: [string, string, () => void, boolean?][] = [
    ['Nearer', '+', () => zoomAbout(1.25, middle)],
    ['Further', '-', () => zoomAbout(0.8, middle)],
    ['Slide by half', 'R', () => recutTo(project, recut ? null : 'both'), recut],
    ['Tint copies', 'G', () => useView.setState({ ghosts: !ghosts }), ghosts],
  ];
  if (only) items.push([`Only ${only} shown`, 'Esc', () => useView.setState({ only: null }), true]);
  const paper = { bgcolor: 'background.paper', color: 'text.primary', border: 1, borderColor: 'divider' };
  const list = (on: boolean) => ({
    ...paper,
    height: 28,
    fontSize: 14,
    fontWeight: 600,
    '& fieldset': { border: 0 },
    ...(on ? { bgcolor: 'primary.main', color: 'primary.contrastText', '& svg': { color: 'inherit' } } : {}),
  });
  return (
    <Box
      sx={{
        position: 'absolute',
        zIndex: 1,
        left: 12,
        bottom: 12,
        display: 'flex',
        gap: 0.75,
        flexWrap: 'wrap',
      }}
    >
      <Select
        value=""
        displayEmpty
        renderValue={() => 'How near'}
        onChange={(e) => look[e.target.value]?.act()}
        inputProps={{ 'aria-label': 'How near' }}
        sx={list(false)}
      >
        {Object.entries(look).map(([key, { summary }]) => (
          <MenuItem key={key} value={key} dense>
            {summary}
          </MenuItem>
        ))}
      </Select>
      <Select
        value={viewMode}
        onChange={(e) => useView.setState({ viewMode: e.target.value })}
        renderValue={(v) => eyes[v]}
        inputProps={{ 'aria-label': withKey('Way of looking', 'eye') }}
        title={withKey('Another way of looking', 'eye')}
        sx={list(viewMode !== 'plain')}
      >
        {VIEW_MODES.map((key) => (
          <MenuItem key={key} value={key} dense>
            {eyes[key]}
          </MenuItem>
        ))}
      </Select>
      <Select
        value={workGround ?? 'own'}
        onChange={(e) => useView.setState({ workGround: GROUNDS.find((g) => g === e.target.value) ?? null })}
        renderValue={(v) => (v === 'own' ? 'Ground' : GROUND_SAYS[v])}
        inputProps={{ 'aria-label': 'Working ground' }}
        title="A ground to work on that is no part of the colourway"
        sx={list(workGround !== null)}
      >
        {(['own', ...GROUNDS] as const).map((key) => (
          <MenuItem key={key} value={key} dense>
            {GROUND_SAYS[key]}
          </MenuItem>
        ))}
      </Select>
      {items.map(([text, key, act, on]) => (
        <Button
          key={text}
          onClick={act}
          title={`${text} (${key})`}
          aria-pressed={on}
          sx={{
            ...paper,
            ...(on ? { bgcolor: 'primary.main', color: 'primary.contrastText' } : {}),
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
