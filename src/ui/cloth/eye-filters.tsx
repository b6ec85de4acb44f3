'use client';

import { EYE_KINDS, eyeMatrix } from '@/core';

export const eyeFilterId = (kind: string) => `eye-${kind}`;

/** The filters that show the cloth as other eyes see it (in linear light, as their matrices are meant). */
export default function EyeFilters() {
  return (
    <svg aria-hidden width={0} height={0} style={{ position: 'absolute' }}>
      {EYE_KINDS.map((kind) => (
        <filter key={kind} id={eyeFilterId(kind)} colorInterpolationFilters="linearRGB">
          <feColorMatrix
            type="matrix"
            values={[...eyeMatrix(kind).map((row) => `${row.join(' ')} 0 0`), '0 0 0 1 0'].join(' ')}
          />
        </filter>
      ))}
    </svg>
  );
}
