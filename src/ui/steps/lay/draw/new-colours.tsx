'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { addInks, hexOfRgb, missingInks, nth, type Project, tooManyColours } from '@/core';
import { edit } from '@/session/bolt';
import { useSession } from '@/session/kernel';
import type { CameBack } from '@/session/returns';

/** Colours that were drawn and are none of the inks, and what they do to the number that the brief allows. */
export default function NewColours({ project, colours }: { project: Project; colours: CameBack['colours'] }) {
  const bolt = useSession();
  const missing = missingInks(project.inks, colours).map(hexOfRgb);
  if (!missing.length) return null;
  const one = missing.length === 1;
  const more = missing.map((hex) => ({ ...nth(project.inks, 0), hex }));
  const cap = tooManyColours({ ...project, inks: [...project.inks, ...more] });
  return (
    <Box data-testid="new-colours" sx={{ mt: 1 }}>
      <Box sx={{ display: 'flex', gap: 0.75, mb: 0.5 }}>
        {missing.map((hex) => (
          <Box
            key={hex}
            title={hex}
            sx={{
              width: 22,
              height: 22,
              borderRadius: '50%',
              bgcolor: hex,
              border: 1,
              borderColor: 'divider',
            }}
          />
        ))}
      </Box>
      <Typography variant="body2">
        {one ? 'A colour is none of your inks' : `${missing.length} colours are none of your inks`}:{' '}
        {missing.join(', ')}. As {one ? 'an ink' : 'inks'} of {one ? 'its' : 'their'} own every colourway can
        change {one ? 'it' : 'them'}.
      </Typography>
      {cap && (
        <Typography variant="body2" color="warning.main">
          With {one ? 'it' : 'them'}: {cap}
        </Typography>
      )}
      <Button
        variant="outlined"
        sx={{ mt: 0.75 }}
        onClick={() =>
          edit(
            bolt,
            addInks(missing, () => crypto.randomUUID()),
          )
        }
      >
        Take {one ? 'it as an ink' : 'them as inks'}
      </Button>
    </Box>
  );
}
