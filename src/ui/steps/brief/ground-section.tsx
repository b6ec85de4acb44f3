'use client';

import { type Project, paint, shownColourway, shownGround } from '@/core';
import { edit } from '@/session/bolt';
import ColourField from '../../parts/colour-field';
import { Part } from '../../parts/tray';

/** The ground of the colourway on show. */
export default function GroundSection({ project }: { project: Project }) {
  const way = shownColourway(project);
  return (
    <Part title="Ground">
      <ColourField
        label={`Ground of ${way.name}`}
        value={shownGround(project)}
        onChange={(hex) =>
          edit(
            paint(way.id, [hex, ...way.colours.slice(1)], () => crypto.randomUUID()),
            `ground${way.id}`,
          )
        }
      />
    </Part>
  );
}
