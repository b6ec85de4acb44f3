'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { type Project, type Shuffled, seededRandom, shownColourway, shuffleColourway } from '@/core';
import { tryColours, useTrial } from '@/session/check';
import { useInks } from '@/session/colour';
import { messageOf } from '@/session/kernel';
import PictureCard from '../../../parts/chrome/picture-card';
import Choice from '../../../parts/fields/choice';
import NumberField from '../../../parts/fields/number-field';
import ClothPicture from './cloth-picture';
import { currentColourway } from './current-colourway';

const AT_ONCE = 6;
/** Borders that are a smaller share of all than this do not count as touching. */
const TOUCHING = 0.004;
/** How near "more like this" stays. */
const NEAR = 0.22;

/** Other colourways by rule, each shown on the cloth in small; a press tries one on the cloth itself. */
export default function ShufflePart({ project }: { project: Project }) {
  const way = shownColourway(project);
  const onCloth = useInks((s) => s.onCloth);
  const trial = useTrial((s) => s.trial);
  const [seed, setSeed] = useState(1);
  const [keepOrder, setKeepOrder] = useState(true);
  const [least, setLeast] = useState(12);
  const [lead, setLead] = useState('');
  const [offers, setOffers] = useState<Shuffled[]>([]);
  const [wrong, setWrong] = useState('');
  const shuffle = (from: string[] | null, spread: number) => {
    const { way: now, locked } = currentColourway(project);
    const touches = onCloth?.touches.filter((t) => t.share >= TOUCHING) ?? [];
    const rules = {
      locked,
      keepOrder,
      leastDifference: least,
      touches,
      lead: lead === '' ? null : Number(lead),
      spread,
    };
    try {
      setOffers(
        Array.from({ length: AT_ONCE }, (_, n) =>
          shuffleColourway(from ?? now.colours, rules, seededRandom(seed * 1000 + n)),
        ),
      );
      setSeed(seed + 1);
      setWrong('');
    } catch (error) {
      setWrong(messageOf(error));
    }
  };
  const held = offers.find((o) => o.colours === trial?.colours);
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <FormControlLabel
        control={<Checkbox size="small" checked={keepOrder} onChange={(_, on) => setKeepOrder(on)} />}
        label="what is lighter stays lighter"
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        <NumberField
          label="Neighbours at least"
          unit="dE"
          digits={0}
          value={least}
          min={0}
          max={60}
          onChange={setLeast}
        />
        <Choice
          label="Keep"
          value={lead}
          options={Object.fromEntries([
            ['', 'no ink'],
            ...project.inks.map((ink, n): [string, string] => [String(n), ink.name]),
          ])}
          onChange={setLead}
        />
      </Box>
      <Box sx={{ display: 'flex', gap: 0.75 }}>
        <Button variant={offers.length ? 'outlined' : 'contained'} onClick={() => shuffle(null, 1)}>
          {offers.length ? 'Six others' : 'Show six'}
        </Button>
        <Button variant="outlined" disabled={!held} onClick={() => held && shuffle(held.colours, NEAR)}>
          More like this
        </Button>
      </Box>
      {wrong && (
        <Typography role="alert" variant="body2" color="error">
          {wrong}
        </Typography>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        {offers.map((offer, n) => {
          const on = offer === held;
          return (
            <PictureCard
              key={offer.colours.join()}
              label={`Try shuffle ${n + 1}`}
              on={on}
              onPress={() => tryColours(offer.colours, `${way.name}, shuffled`)}
              pad={0.5}
            >
              <ClothPicture
                project={project}
                colours={offer.colours}
                width={140}
                height={96}
                spanMm={project.brief.widthMm * 0.8}
              />
              {!offer.holds && (
                <Typography variant="caption" color="text.secondary">
                  nearest two: {Math.round(offer.least)} dE
                </Typography>
              )}
            </PictureCard>
          );
        })}
      </Box>
    </Box>
  );
}
