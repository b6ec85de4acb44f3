'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { capital, type Project, slug } from '@/core';
import { refuse } from '@/session/bolt';
import { useSession } from '@/session/kernel';
import { openThing, readyThings, things } from '@/session/mockups';
import {
  type Photo,
  readPhoto,
  readThingFile,
  takeAwayThing,
  thingFile,
  useOwnThings,
} from '@/session/settings';
import { saveFile } from '@/session/shelf';
import lazyPart from '../../../parts/chrome/lazy-part';
import { Part } from '../../../parts/chrome/tray';
import FileButton from '../../../parts/files/file-button';

const PhotoRoom = lazyPart(() => import('./photo-room'));

/** The things that the cloth can be looked at on, and more of one's own. */
export default function ThingsSection({ project }: { project: Project }) {
  const bolt = useSession();
  const tell = (error: unknown) => refuse(bolt, error);
  const own = useOwnThings((s) => s.products);
  /** The one that is taken away at the next press. */
  const [leaving, setLeaving] = useState<string | null>(null);
  const [photo, setPhoto] = useState<Photo | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when the things are come to
  useEffect(() => readyThings(project), []);
  return (
    <Part title="On the things it is for">
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        At true scale, with the repeat where you want it, in any colourway.
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', columnGap: 1 }}>
        {things()
          .filter((t) => !own.some((p) => p.id === t.id))
          .map(({ id, goods }) => (
            <Open key={id} name={goods.name} onOpen={() => openThing(id)} />
          ))}
      </Box>
      <Typography variant="body2" sx={{ fontWeight: 600, mt: 2, mb: 0.5 }}>
        Your own
      </Typography>
      {own.map((product) => (
        <Box key={product.id} data-testid="own-thing">
          <Open name={product.goods?.name ?? product.name} onOpen={() => openThing(product.id)} />
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Button
              size="small"
              onClick={() => saveFile(thingFile(product), `${slug(product.name, 'thing')}.product.json`)}
            >
              Save as a file
            </Button>
            <Button
              size="small"
              onBlur={() => setLeaving(null)}
              onClick={() =>
                leaving === product.id ? void takeAwayThing(product.id).catch(tell) : setLeaving(product.id)
              }
            >
              {leaving === product.id ? 'Take it away for good' : 'Take away'}
            </Button>
          </Box>
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
        <FileButton
          label="From a photograph"
          accept="image/*"
          onFile={(file) => void readPhoto(file).then(setPhoto, tell)}
        />
        <FileButton
          label="From a file"
          accept=".json,application/json"
          onFile={(file) => void readThingFile(file).then(openThing, tell)}
        />
      </Box>
      {photo && <PhotoRoom project={project} photo={photo} onDone={() => setPhoto(null)} />}
    </Part>
  );
}

function Open({ name, onOpen }: { name: string; onOpen: () => void }) {
  return (
    <Button
      fullWidth
      onClick={onOpen}
      sx={{
        justifyContent: 'flex-start',
        textAlign: 'left',
        lineHeight: 1.25,
        borderRadius: 0,
        borderBottom: 1,
        borderColor: 'divider',
        px: 0.5,
        py: 0.75,
      }}
    >
      {capital(name)}
    </Button>
  );
}
