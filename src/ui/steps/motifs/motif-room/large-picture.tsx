'use client';

import { useEffect, useState } from 'react';
import type { Motif } from '@/core';
import { motifBitmap } from '@/session/intake';
import { useSession } from '@/session/kernel';
import Thumb from '../../../parts/chrome/thumb';

/** A motif as large as the room is, in the colourway on show. */
export default function LargePicture({ motif, ground }: { motif: Motif; ground: string }) {
  const bolt = useSession();
  const [bitmap, setBitmap] = useState<ImageBitmap | null>(null);
  const { id, asset } = motif;
  useEffect(() => {
    let gone = false;
    // The asset is part of the wish: new art is a new picture.
    motifBitmap(bolt, id, asset ? 1000 : 0).then(
      (b) => !gone && setBitmap(b),
      () => !gone && setBitmap(null),
    );
    return () => {
      gone = true;
    };
  }, [id, asset, bolt]);
  return bitmap && <Thumb bitmap={bitmap} ground={ground} height={460} width={560} />;
}
