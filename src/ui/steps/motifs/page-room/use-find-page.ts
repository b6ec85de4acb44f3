import { useCallback, useEffect, useRef, useState } from 'react';
import type { FoundPage } from '@/core';
import { findPageIn, type IncomingPage } from '@/session/intake';
import { messageOf } from '@/session/kernel';

/**
 * Finding the page on its picture. A photo shows what lies around its page, and is squared at once; of a scan it is only
 * offered. @param opening it comes in for the first time, and its picture is seen.
 */
export function useFindPage(
  page: IncomingPage,
  opening: boolean,
  change: (part: Pick<FoundPage, 'corners'> & { aspect: null }) => void,
) {
  const [found, setFound] = useState('');
  const [offer, setOffer] = useState<FoundPage | null>(null);
  const begun = useRef(false);
  const find = useCallback(async () => {
    setFound('Looking for the page.');
    try {
      const seen = await findPageIn(page.bytes);
      if (seen) change({ corners: seen.corners, aspect: null });
      setFound(
        seen
          ? seen.by === 'outline'
            ? 'Found by its outline. Drag a corner if it is not quite there.'
            : 'Straightened by the lines drawn on it.'
          : 'No outline and no straight lines are to be seen: set the corners by hand, or leave it as it is.',
      );
    } catch (error) {
      setFound(messageOf(error));
    }
  }, [page, change]);
  useEffect(() => {
    if (begun.current || !opening) return;
    begun.current = true;
    if (page.camera) void find();
    else findPageIn(page.bytes).then(setOffer, () => {});
  }, [find, page, opening]);
  return { found, offer, find };
}
