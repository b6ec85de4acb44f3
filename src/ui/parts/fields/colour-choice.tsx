'use client';

import { nth, type Project, type TileLayer } from '@/core';
import Choice from './choice';

type Colour = TileLayer['colour'];

/** Whether a tile is printed in the bolt's inks, as it is, or all in one ink. */
export default function ColourChoice({
  project,
  colour,
  onChange,
}: {
  project: Project;
  colour: Colour;
  onChange: (colour: Colour) => void;
}) {
  const options: Record<string, string> = { inks: 'in the inks of the bolt', itself: 'as it is' };
  for (const [n, ink] of project.inks.entries()) options[`ink ${n}`] = `all in ${ink.name}`;
  const now = colour.as === 'ink' ? `ink ${project.inks.findIndex((i) => i.id === colour.ink)}` : colour.as;
  return (
    <Choice
      label="Printed"
      value={now in options ? now : 'itself'}
      options={options}
      onChange={(v) => {
        if (v === 'inks' || v === 'itself') onChange({ as: v });
        else onChange({ as: 'ink', ink: nth(project.inks, Number(v.slice(4))).id });
      }}
    />
  );
}
