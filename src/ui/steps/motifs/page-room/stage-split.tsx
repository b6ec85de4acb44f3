'use client';

import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { counted, type IntakeSettings } from '@/core';
import MmField from '../../../parts/fields/mm-field';
import type { Region } from './page-view';
import ToolRow from './tool-row';
import type { Tool } from './tools';

type Props = {
  settings: IntakeSettings;
  boxes: Region[] | string;
  /** The squared page, px. */
  page: { width: number; height: number };
  tool: Tool;
  onTool: (tool: Tool) => void;
  change: (part: Partial<IntakeSettings>, merge?: string) => void;
};

/** What belongs together. */
export default function StageSplit({ settings, boxes, page, tool, onTool, change }: Props) {
  const cut =
    typeof boxes === 'string'
      ? 0
      : boxes.filter(
          (b) => b.x <= 0 || b.y <= 0 || b.x + b.width >= page.width || b.y + b.height >= page.height,
        ).length;
  const marked = settings.links.length + settings.cuts.length + settings.lassos.length;
  return (
    <>
      <Typography
        variant="body2"
        role="status"
        data-testid="pieces-found"
        color={typeof boxes === 'string' ? 'error' : undefined}
      >
        {typeof boxes === 'string' ? boxes : `${counted(boxes.length, 'piece')} on this page.`}
        {cut > 0 &&
          ` ${cut === 1 ? 'One of them is' : `${cut} of them are`} cut off by the page's edge: how much is said once they are separated.`}
      </Typography>
      <MmField
        label="Pieces nearer than this are one motif"
        value={settings.joinMm}
        max={50}
        onChange={(v) => change({ joinMm: v })}
      />
      <MmField
        label="Smallest piece, across"
        value={Math.sqrt(settings.smallestMm2)}
        max={100}
        onChange={(v) => change({ smallestMm2: v * v })}
      />
      <ToolRow
        tools={[
          ['look', 'Look'],
          ['join', 'Join'],
          ['cut', 'Cut apart'],
          ['lasso', 'Draw round'],
        ]}
        tool={tool}
        onTool={onTool}
      />
      {marked > 0 && (
        <Button variant="outlined" onClick={() => change({ links: [], cuts: [], lassos: [] })}>
          Take back {marked === 1 ? 'the mark' : `all ${marked} marks`}
        </Button>
      )}
    </>
  );
}
