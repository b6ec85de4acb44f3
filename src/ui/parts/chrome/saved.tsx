'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Said } from '@/core';
import { refuse, type SaveState, useBolt, usePicturesHeld } from '@/session/bolt';
import { jobTrouble, type Session, useSession } from '@/session/kernel';
import { PROJECT_FILE, saveFile, saveOpenBolt } from '@/session/shelf';
import { useKeepsNothing } from './use-keeps-nothing';

const SAVE_TEXT: Record<SaveState, string> = { saved: 'Saved', saving: 'Saving', failed: 'Not saved' };
const IN_MEMORY =
  'This browser keeps nothing here: the bolt is gone when this window closes. Save it as a file.';

/** What is in memory only can be taken away as a file. */
async function takeAway(bolt: Session) {
  const made = await saveOpenBolt(bolt);
  const trouble = jobTrouble(bolt, PROJECT_FILE);
  if (made) saveFile(made.file, made.name);
  else if (trouble) refuse(bolt, new Said(`The file was not made: ${trouble}`));
}

/** Whether the work is kept; where it is not, it can be saved as a file. By itself: it changes with every edit. */
export default function Saved() {
  const bolt = useSession();
  const save = useBolt((s) => s.save);
  const unwritten = useBolt((s) => s.unwritten);
  const held = usePicturesHeld((s) => s.all);
  const nothing = useKeepsNothing(true);
  const safe = !nothing && save !== 'failed';
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
      <Typography
        variant="body2"
        data-testid="save-state"
        data-pictures-held={held}
        title={unwritten ?? (nothing ? IN_MEMORY : undefined)}
        role="status"
        sx={{ color: safe ? 'secondary.main' : 'error.main', whiteSpace: 'nowrap', minWidth: 50 }}
      >
        {nothing ? 'Not kept' : SAVE_TEXT[save]}
      </Typography>
      {!safe && (
        <Button
          size="small"
          variant="outlined"
          onClick={() => void takeAway(bolt)}
          sx={{ whiteSpace: 'nowrap' }}
        >
          Save as a file
        </Button>
      )}
    </Box>
  );
}
