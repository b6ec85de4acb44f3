'use client';

import { useEffect, useState } from 'react';
import { readThumbnail } from '@/session/shelf';
import { useObjectUrl } from './use-object-url';

/** The last picture of a bolt's cloth as a background; none while it is fetched, or where there is none. */
export function useLastPicture(id: string): React.CSSProperties {
  const [picture, setPicture] = useState<Blob>();
  useEffect(() => {
    readThumbnail(id).then(setPicture, () => {});
  }, [id]);
  const url = useObjectUrl(picture);
  return url ? { backgroundImage: `url(${url})`, backgroundPosition: 'center', backgroundSize: 'cover' } : {};
}
