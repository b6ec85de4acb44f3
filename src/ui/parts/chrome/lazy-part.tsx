'use client';

import { type ComponentType, lazy, Suspense, useState } from 'react';
import Boundary from './boundary';

/** A part that is fetched when it is first shown; one that could not be fetched is fetched again when that is asked. */
export default function lazyPart<P extends object>(
  load: () => Promise<{ default: ComponentType<P> }>,
): ComponentType<P> {
  return function LazyPart(props: P) {
    const [Part, setPart] = useState(() => lazy(load));
    return (
      <Boundary what="This part" onAgain={() => setPart(() => lazy(load))}>
        <Suspense fallback={null}>
          <Part {...props} />
        </Suspense>
      </Boundary>
    );
  };
}
