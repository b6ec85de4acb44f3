'use client';

import dynamic from 'next/dynamic';

const Shelf = dynamic(() => import('./shelf'), { ssr: false });

export default function ShelfPage() {
  return <Shelf />;
}
