'use client';

import RedoRounded from '@mui/icons-material/RedoRounded';
import UndoRounded from '@mui/icons-material/UndoRounded';
import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import Tooltip from '@mui/material/Tooltip';
import Typography from '@mui/material/Typography';

type Props<S extends string> = {
  title: string;
  stages: readonly S[];
  stage: S;
  onStage: (stage: S) => void;
  onUndo?: () => void;
  onRedo?: () => void;
  /** While the pieces are looked over there are no steps. */
  plain: boolean;
};

/** The top edge of a page on its way in: its name, the steps, undo and redo of what was marked. */
export default function PageHead<S extends string>({
  title,
  stages,
  stage,
  onStage,
  onUndo,
  onRedo,
  plain,
}: Props<S>) {
  return (
    <Box
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1.5,
        px: 2,
        py: 0.75,
        borderBottom: 1,
        borderColor: 'divider',
        flexWrap: 'wrap',
      }}
    >
      <Typography id="page-title" variant="h2" noWrap sx={{ minWidth: 0, flex: '1 1 200px' }}>
        {title}
      </Typography>
      {!plain && (
        <>
          <Tabs
            value={stage}
            onChange={(_, v: S) => onStage(v)}
            aria-label="Steps of taking a page in"
            sx={{
              minHeight: 40,
              '& .MuiTab-root': { minHeight: 40, textTransform: 'none', fontWeight: 600 },
            }}
          >
            {stages.map((s, n) => (
              <Tab key={s} value={s} label={`${n + 1} ${s}`} />
            ))}
          </Tabs>
          <Tooltip title="Undo">
            <span>
              <IconButton aria-label="Undo on this page" onClick={onUndo} disabled={!onUndo}>
                <UndoRounded fontSize="small" />
              </IconButton>
            </span>
          </Tooltip>
          <Tooltip title="Redo">
            <span>
              <IconButton aria-label="Redo on this page" onClick={onRedo} disabled={!onRedo}>
                <RedoRounded fontSize="small" />
              </IconButton>
            </span>
          </Tooltip>
        </>
      )}
    </Box>
  );
}
