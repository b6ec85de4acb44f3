'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Slider from '@mui/material/Slider';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import {
  addColourways,
  groundFamily,
  newColourway,
  oneColour,
  type Project,
  shownColourway,
  twoColours,
  widestSplit,
} from '@/core';
import { edit, record } from '@/session/bolt';
import { tryColours, useTrial } from '@/session/check';
import { useSession } from '@/session/kernel';
import PictureCard from '../../../parts/chrome/picture-card';
import ColourField from '../../../parts/fields/colour-field';
import ClothPicture from './cloth-picture';
import { currentColourway } from './current-colourway';

/** One colour in many strengths, two colours with a split, the same inks on twelve grounds. */
export default function FewColours({ project }: { project: Project }) {
  const way = shownColourway(project);
  const [one, setOne] = useState('#2f6d78');
  const [two, setTwo] = useState({ light: '#f4ecdc', dark: '#2b3a5c', counter: false });
  const [split, setSplit] = useState<number | null>(null);
  const inTwo = (change: Partial<typeof two & { split: number }>) => {
    const { way, locked } = currentColourway(project);
    const { split: at = split ?? widestSplit(way.colours), ...rest } = change;
    setTwo({ ...two, ...rest });
    setSplit(at);
    tryColours(
      twoColours(way.colours, { ...two, ...rest, split: at }, locked),
      `${way.name}, in two colours`,
    );
  };
  const inOne = (hex: string) => {
    setOne(hex);
    const { way, locked } = currentColourway(project);
    tryColours(oneColour(way.colours, hex, locked), `${way.name}, in one colour`);
  };
  return (
    <Box sx={{ display: 'grid', gap: 1.25 }}>
      <Typography variant="subtitle2">In one colour</Typography>
      <ColourField label="The colour" value={one} onChange={inOne} />
      <Button variant="outlined" onClick={() => inOne(one)} sx={{ justifySelf: 'start' }}>
        Try it in one colour
      </Button>
      <Typography variant="subtitle2" sx={{ mt: 0.5 }}>
        In two colours
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        <ColourField label="The lighter" value={two.light} onChange={(light) => inTwo({ light })} />
        <ColourField label="The darker" value={two.dark} onChange={(dark) => inTwo({ dark })} />
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '78px 1fr', gap: 1.5, alignItems: 'center' }}>
        <Typography variant="body2">Split</Typography>
        <Slider
          aria-label="Inks lighter than this take the lighter colour"
          value={(split ?? widestSplit(way.colours)) * 100}
          onChange={(_, v) => inTwo({ split: Number(v) / 100 })}
        />
      </Box>
      <FormControlLabel
        control={
          <Checkbox size="small" checked={two.counter} onChange={(_, counter) => inTwo({ counter })} />
        }
        label="counter-changed: light on dark"
      />
      <Button variant="outlined" onClick={() => inTwo({})} sx={{ justifySelf: 'start' }}>
        Try it in two colours
      </Button>
      <Grounds project={project} />
    </Box>
  );
}

function Grounds({ project }: { project: Project }) {
  const bolt = useSession();
  const way = shownColourway(project);
  const trial = useTrial((s) => s.trial);
  const [shown, setShown] = useState(false);
  const [, ...inks] = way.colours;
  const family = groundFamily(way.colours).map((ground) => [ground, ...inks]);
  const keepAll = () => {
    const made = family.map((colours, n) =>
      newColourway(crypto.randomUUID(), `${way.name}, ground ${n + 1}`.slice(0, 80), colours),
    );
    if (edit(bolt, addColourways(made)))
      record(bolt, { kind: 'colourway', text: `Twelve grounds of ${way.name} kept.` });
  };
  return (
    <>
      <Typography variant="subtitle2" sx={{ mt: 0.5 }}>
        On twelve grounds
      </Typography>
      {!shown && (
        <Button variant="outlined" onClick={() => setShown(true)} sx={{ justifySelf: 'start' }}>
          Show twelve grounds
        </Button>
      )}
      {shown && (
        <>
          <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 0.5 }}>
            {family.map((colours, n) => (
              <PictureCard
                key={colours[0]}
                label={`Try ground ${n + 1}, ${colours[0]}`}
                on={trial?.colours[0] === colours[0]}
                onPress={() => tryColours(colours, `${way.name}, ground ${n + 1}`)}
                pad={0.25}
              >
                <ClothPicture
                  project={project}
                  colours={colours}
                  width={72}
                  height={72}
                  spanMm={project.brief.widthMm * 0.45}
                />
              </PictureCard>
            ))}
          </Box>
          <Button variant="outlined" onClick={keepAll} sx={{ justifySelf: 'start' }}>
            Keep all twelve
          </Button>
        </>
      )}
    </>
  );
}
