'use client';

import { type ComponentType, useSyncExternalStore } from 'react';
import Boundary from './boundary';
import './insecure';

type Module<P> = { default: ComponentType<P> };

/**
 * A page that is drawn in the browser only: its code is asked for as soon as this is read, and it is there in the frame
 * after it has come. Where it fails, that is said, and it can be tried again.
 */
export default function inBrowser<P extends object>(
  what: string,
  load: () => Promise<Module<P>>,
): ComponentType<P> {
  let page: ComponentType<P> | null = null;
  const waiting = new Set<() => void>();
  const show = (found: ComponentType<P>) => {
    page = found;
    for (const tell of waiting) tell();
  };
  const Missing = ({ error }: { error: unknown }) => {
    throw error;
  };
  const fetchIt = () =>
    load().then(
      (found) => show(found.default),
      (error) => show(() => <Missing error={error} />),
    );
  if (typeof window !== 'undefined') void fetchIt();
  const follow = (tell: () => void) => {
    waiting.add(tell);
    return () => waiting.delete(tell);
  };
  return function InBrowser(props: P) {
    const Page = useSyncExternalStore(
      follow,
      () => page,
      () => null,
    );
    return (
      <Boundary what={what} onAgain={() => void fetchIt()}>
        {Page && <Page {...props} />}
      </Boundary>
    );
  };
}
