'use client';

import dynamic from 'next/dynamic';

const Bench = dynamic(() => import('./bench'), { ssr: false });

export default function BenchPage({ id }: { id: string }) {
  return <Bench id={id} />;
}
