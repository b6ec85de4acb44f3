'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import {
  cellOf,
  counted,
  PAPERS,
  type Paper,
  type Project,
  repeatBlock,
  shownColourway,
  slug,
  type TestPrintAsk,
  testPrintPages,
} from '@/core';
import { record } from '@/session/bolt';
import { messageOf, runJob, Stopped, sessionStore, useJob, useSession } from '@/session/kernel';
import { makeTestPrint, setRuler, useRuler } from '@/session/send';
import { saveFile } from '@/session/shelf';
import Fold from '../../parts/chrome/fold';
import JobProgress from '../../parts/chrome/job-progress';
import Choice from '../../parts/fields/choice';
import { LAYOUT_NAME, length, size, trim } from '../../parts/fields/lengths';
import NumberField from '../../parts/fields/number-field';
import PartChoice from '../../parts/fields/part-choice';
import { motifsAsLaid } from './ladder';

const TEST_PRINT = 'test-print';
type Asked = { paper: Paper; shares: number[]; shows: TestPrintAsk['shows'] };
const useAsked = sessionStore<Asked>(() => ({ paper: 'a4', shares: [100, 70], shows: 'sizes' }));
const MOST = 3;
const SHOWS: Record<Asked['shows'], string> = {
  sizes: 'Sizes',
  whole: 'Whole repeat',
  'strike-off': 'Strike-off',
};
const FILE: Record<Asked['shows'], string> = {
  sizes: 'test-print',
  whole: 'whole-repeat',
  'strike-off': 'strike-off',
};
const TOLD: Record<Asked['shows'], string> = {
  sizes: 'a test print',
  whole: 'a test print of the whole repeat',
  'strike-off': 'a strike-off sheet',
};

/** A print at true size, to be judged on paper: the cloth at some sizes, a ruler, its colours. */
export default function TestPrintSection({ project }: { project: Project }) {
  const bolt = useSession();
  const { paper, shares, shows } = useAsked();
  const several = shows === 'sizes';
  const measured = useRuler((s) => s.measured);
  const job = useJob(TEST_PRINT);
  const { brief, layout } = project;
  const block = repeatBlock(layout, cellOf(project));
  const scales = (several ? shares : shares.slice(0, 1)).map((s) => s / 100);
  let [pages, trouble] = [1, ''];
  try {
    const { across, down } = testPrintPages(block, { paper, scales, shows });
    pages = across * down;
  } catch (error) {
    trouble = messageOf(error);
  }
  const way = shownColourway(project);
  const [largest] = motifsAsLaid(project);
  const lineOf = (scale: number) =>
    [
      `${trim(scale * 100, 1)} %: repeat ${size(block.width * scale, block.height * scale, brief.unit)}`,
      ...(largest ? [`${largest.name} ${length(largest.height * scale, brief.unit)} high`] : []),
    ].join(', ');
  const make = () =>
    runJob(bolt, TEST_PRINT, 'Making the test print.', async (work) => {
      const about = {
        title: project.name,
        description: `${way.name}, ${LAYOUT_NAME[layout.kind].toLowerCase()}, ${new Date().toISOString().slice(0, 10)}`,
      };
      const file = await makeTestPrint(
        project,
        { paper, scales, shows, lines: scales.map(lineOf), about },
        work,
      );
      if (work.signal.aborted) throw new Stopped('Stopped.');
      const name = `${slug(`${project.name} ${way.name}`, 'bolt')}_${FILE[shows]}_${paper}.pdf`;
      saveFile(file, name);
      record(bolt, {
        kind: 'export',
        text: `Made ${name}: ${TOLD[shows]} of ${way.name} at ${scales.map((s) => `${trim(s * 100, 1)} %`).join(', ')}, ${counted(pages, 'page')}.`,
        bytes: file.size,
      });
      return name;
    });
  return (
    <Fold
      title="Test print"
      summary={`A PDF on ${PAPERS[paper].name} at true size, with a ruler and the colours`}
    >
      <Box sx={{ display: 'grid', gap: 1.25 }}>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
          <Choice
            label="Paper"
            value={paper}
            options={{ a4: PAPERS.a4.name, letter: PAPERS.letter.name }}
            onChange={(v) => useAsked.setState({ paper: v })}
          />
          <NumberField
            label="The ruler measured"
            unit="mm"
            digits={1}
            step={0.1}
            min={81}
            max={119}
            value={measured}
            onChange={setRuler}
          />
        </Box>
        <PartChoice
          label="What is printed"
          part={shows}
          names={SHOWS}
          onChange={(v) => useAsked.setState({ shows: v })}
        />
        <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 1 }}>
          {(several ? shares : shares.slice(0, 1)).map((share, n) => (
            <NumberField
              key={['first', 'second', 'third'][n]}
              label={several ? `Size ${n + 1}` : 'Size'}
              unit="%"
              digits={1}
              step={5}
              min={5}
              max={400}
              value={share}
              onChange={(v) => useAsked.setState({ shares: shares.map((s, k) => (k === n ? v : s)) })}
            />
          ))}
        </Box>
        {several && (
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Button
              size="small"
              variant="outlined"
              disabled={shares.length >= MOST}
              onClick={() => useAsked.setState({ shares: [...shares, 50] })}
            >
              Add a size
            </Button>
            {shares.length > 1 && (
              <Button size="small" onClick={() => useAsked.setState({ shares: shares.slice(0, -1) })}>
                Take the last away
              </Button>
            )}
          </Box>
        )}
        {job?.state === 'running' ? (
          <JobProgress kind={TEST_PRINT} />
        ) : (
          <Button variant="outlined" disabled={trouble !== ''} onClick={() => void make()}>
            {shows === 'strike-off' ? 'Make the strike-off sheet' : 'Make the test print'},{' '}
            {counted(pages, 'page')}
          </Button>
        )}
        {(trouble || job?.trouble) && (
          <Typography role="alert" variant="body2" color="error">
            {trouble || `It was not made: ${job?.trouble}`}
          </Typography>
        )}
      </Box>
    </Fold>
  );
}
