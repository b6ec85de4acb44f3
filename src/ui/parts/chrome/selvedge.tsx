'use client';

import Box from '@mui/material/Box';
import Tooltip from '@mui/material/Tooltip';
import {
  blockFits,
  cellOf,
  counted,
  effectivePpi,
  isBare,
  isVector,
  nth,
  type Project,
  pixelPlan,
  productOf,
  rgbOfHex,
  shownColourway,
} from '@/core';
import { useBolt } from '@/session/bolt';
import { checkKey, sortFindings, useChecks } from '@/session/check';
import { printScales, STEPS, type Step, useView } from '@/session/cloth';
import onProject from './on-project';
import ShelfLink from './shelf-link';

export const STEP_NAME: Record<Step, string> = {
  brief: 'Brief',
  motifs: 'Motifs',
  lay: 'Lay',
  check: 'Check',
  colour: 'Colour',
  scale: 'Scale',
  send: 'Send',
  log: 'Log',
};

type Mark = { text: string; say: string; look?: boolean };

/** What the art wants to print well as what it is printed as. */
const wantedPpi = ({ checking }: Project) => productOf(checking.product).wants.ppi;

/** Drawings and tiles that print with too few pixels. */
const coarseLayers = (project: Project): number =>
  project.pictures.filter(
    (m) =>
      !isVector(m) && printScales(project, m).some((s) => effectivePpi(m.ppi, s) < wantedPpi(project) - 0.5),
  ).length;

/** The state printed beside each step: a tick, a count, or a dot for "not yet". */
function useMarks(project: Project, sent: number, lines: number): Record<Step, Mark> {
  const report = useChecks((s) => s.report);
  const current = useChecks((s) => s.of) === checkKey(project);
  const n = sortFindings(project, report).warnings.length;
  const { brief, layout } = project;
  const soft =
    project.placements.filter((p) => {
      const motif = project.motifs.find((m) => m.id === p.motif);
      return motif && !isVector(motif) && effectivePpi(motif.ppi, p.scale) < wantedPpi(project) - 0.5;
    }).length + coarseLayers(project);
  const count = (k: number, what: string): Mark =>
    k ? { text: String(k), say: counted(k, what) } : { text: '·', say: 'none yet' };
  return {
    brief: blockFits(pixelPlan(layout, cellOf({ brief }), brief.ppi))
      ? { text: '✓', say: 'sound' }
      : { text: '!', say: 'too large to send', look: true },
    motifs:
      project.pictures.length && !project.motifs.length
        ? count(project.pictures.length, 'picture')
        : count(project.motifs.length, 'motif'),
    lay:
      project.placements.length || project.layers.length < 2
        ? count(project.placements.length, 'placement')
        : count(project.layers.length - 1, 'layer'),
    check:
      !report || !current || isBare(project)
        ? { text: '·', say: 'not yet' }
        : n
          ? { text: String(n), say: `${n} to look at`, look: true }
          : report.linesLeft
            ? { text: '·', say: 'lines are not measured yet' }
            : // No tick for what could not be judged.
              { text: report.unjudged.length ? '·' : '✓', say: 'nothing to look at' },
    colour: count(project.colourways.length, 'colourway'),
    scale: isBare(project)
      ? { text: '·', say: 'not yet' }
      : soft
        ? { text: String(soft), say: `${soft} with too few pixels`, look: true }
        : { text: '✓', say: 'enough pixels everywhere' },
    send: sent ? { text: String(sent), say: `${sent} sent` } : { text: '·', say: 'none yet' },
    log: count(lines, 'line'),
  };
}

const inkText = (hex: string) => {
  const [r, g, b] = rgbOfHex(hex);
  return 0.299 * r + 0.587 * g + 0.114 * b > 140 ? '#221A2B' : '#FFFFFF';
};

/** The strip down the cloth's edge: the steps of the job, and the colours in printing order. */
export default onProject(Selvedge);

function Selvedge({ project }: { project: Project }) {
  const sent = useBolt((s) => s.log.filter((l) => l.kind === 'export').length);
  const lines = useBolt((s) => s.log.length);
  const step = useView((s) => s.step);
  const trayOpen = useView((s) => s.trayOpen);
  const marks = useMarks(project, sent, lines);
  const way = shownColourway(project);
  const colours = way.colours.map((hex, index) => ({
    hex,
    index,
    name: nth(project.inks, index).name,
    id: nth(project.inks, index).id,
  }));
  return (
    <Box
      component="nav"
      aria-label="Steps of the job"
      sx={{
        width: { xs: '100%', sm: 104 },
        flexShrink: 0,
        bgcolor: 'background.default',
        borderRight: { sm: '2px dashed' },
        borderBottom: { xs: '2px dashed', sm: 0 },
        borderColor: { xs: 'divider', sm: 'divider' },
        display: 'flex',
        flexDirection: { xs: 'row', sm: 'column' },
        overflowX: { xs: 'auto', sm: 'visible' },
        overflowY: { sm: 'auto' },
        pt: { sm: 1.25 },
      }}
    >
      <ShelfLink />
      {STEPS.map((s, n) => {
        const active = s === step;
        const mark = marks[s];
        return (
          <Box
            key={s}
            component="button"
            onClick={() => useView.setState({ step: s, trayOpen: true })}
            aria-current={active ? 'step' : undefined}
            aria-label={`${STEP_NAME[s]}, ${mark.say}`}
            title={`${STEP_NAME[s]} (${n + 1})`}
            sx={{
              display: 'flex',
              alignItems: 'center',
              justifyContent: 'space-between',
              gap: 1,
              minHeight: 36,
              px: 1.75,
              border: 0,
              cursor: 'pointer',
              textAlign: 'left',
              fontFamily: '"Bricolage Grotesque Variable"',
              fontWeight: 600,
              fontSize: 15,
              color: active ? 'primary.contrastText' : 'text.primary',
              bgcolor: active ? 'primary.main' : 'transparent',
              borderRadius: { sm: '0 6px 6px 0' },
              mr: { sm: active && trayOpen ? '-6px' : 0.5 },
              position: 'relative',
              '&:hover': { bgcolor: active ? 'primary.main' : 'action.hover' },
            }}
          >
            <span>{STEP_NAME[s]}</span>
            <Box
              component="span"
              aria-hidden
              sx={{
                fontSize: 12.5,
                minWidth: 20,
                textAlign: 'center',
                borderRadius: 10,
                px: 0.5,
                lineHeight: '20px',
                color: mark.look
                  ? 'warning.contrastText'
                  : active
                    ? 'primary.contrastText'
                    : 'secondary.main',
                bgcolor: mark.look ? 'warning.main' : 'transparent',
              }}
            >
              {mark.text}
            </Box>
          </Box>
        );
      })}
      <Box
        sx={{
          mt: 'auto',
          p: 1.5,
          display: { xs: 'none', sm: 'grid' },
          gridTemplateColumns: 'repeat(auto-fill, 32px)',
          gap: 0.75,
        }}
      >
        {colours.map(({ hex, index, name, id }) => (
          <Tooltip key={id} title={`${index + 1}. ${name}, ${hex}`}>
            <Box
              component="button"
              aria-label={`Colour ${index + 1}, ${name}`}
              onClick={() =>
                useView.setState((s) => ({
                  step: 'colour',
                  colourPart: s.colourPart === 'inks' ? 'inks' : 'ways',
                  ink: index,
                  trayOpen: true,
                }))
              }
              sx={{
                width: 28,
                height: 28,
                borderRadius: '50%',
                border: '1px solid rgba(34,26,43,0.35)',
                fontSize: 11.5,
                fontWeight: 700,
                p: 0,
                cursor: 'pointer',
              }}
              style={{ background: hex, color: inkText(hex) }}
            >
              {index + 1}
            </Box>
          </Tooltip>
        ))}
      </Box>
    </Box>
  );
}
