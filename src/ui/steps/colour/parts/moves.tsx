'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { type Move, moveColours, NO_MOVE, type Project } from '@/core';
import { dropTrial, tryColours, useTrial } from '@/session/check';
import { currentColourway } from './current-colourway';

const MOVES: { part: keyof Move; less: string; more: string; most: number; step: number }[] = [
  { part: 'turn', less: 'Hue back', more: 'on', most: 180, step: 5 },
  { part: 'lighter', less: 'Darker', more: 'lighter', most: 1, step: 0.05 },
  { part: 'stronger', less: 'Calmer', more: 'stronger', most: 1, step: 0.05 },
  { part: 'warmer', less: 'Cooler', more: 'warmer', most: 1, step: 0.05 },
];

/** What a move is called in the name of what comes of it. */
function nameOf(way: string, move: Move): string {
  const words = MOVES.filter(({ part }) => move[part] !== 0).map(({ part, less, more }) =>
    part === 'turn' ? 'turned' : (move[part] > 0 ? more : less).toLowerCase(),
  );
  return `${way}, ${words.join(' and ')}`.slice(0, 80);
}

/** The whole colourway moved; its relations are kept and locked inks stay. Seen on the cloth before it is kept. */
export default function Moves({ project }: { project: Project }) {
  const [move, setMove] = useState<Move>(NO_MOVE);
  const trying = useTrial((s) => s.trial !== null);
  const set = (change: Partial<Move>) => {
    const next = { ...move, ...change };
    setMove(next);
    if (Object.values(next).every((v) => v === 0)) dropTrial();
    else {
      const { way, locked } = currentColourway(project);
      tryColours(moveColours(way.colours, next, locked), nameOf(way.name, next));
    }
  };
  return (
    <Box sx={{ display: 'grid', gap: 0.5 }}>
      {MOVES.map(({ part, less, more, most, step }) => (
        <Box
          key={part}
          sx={{ display: 'grid', gridTemplateColumns: '78px 1fr 64px', gap: 1.25, alignItems: 'center' }}
        >
          <Typography variant="body2">{less}</Typography>
          <Slider
            aria-label={`${less} or ${more}`}
            value={trying ? move[part] : 0}
            min={-most}
            max={most}
            step={step}
            track={false}
            marks={[{ value: 0 }]}
            onChange={(_, v) => set({ ...(trying ? {} : NO_MOVE), [part]: Number(v) })}
          />
          <Typography variant="body2" sx={{ textAlign: 'right' }}>
            {more}
          </Typography>
        </Box>
      ))}
      <Button
        variant="outlined"
        disabled={!trying}
        onClick={() => {
          setMove(NO_MOVE);
          dropTrial();
        }}
        sx={{ justifySelf: 'start' }}
      >
        As it was
      </Button>
    </Box>
  );
}
