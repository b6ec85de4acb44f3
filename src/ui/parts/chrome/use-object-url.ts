'use client';

import { useEffect, useState } from 'react';

/** The address of a picture in memory, for as long as it is shown; '' for none. */
export function useObjectUrl(picture: Blob | undefined): string {
  const [url, setUrl] = useState('');
  useEffect(() => {
    if (!picture) return;
    const made = URL.createObjectURL(picture);
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [picture]);
  return url;
}
