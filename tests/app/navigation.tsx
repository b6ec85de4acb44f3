import type { AnchorHTMLAttributes } from 'react';
import { create } from 'zustand';

/** Which page is shown, as Next would have it in the address. */
export const usePath = create(() => '/');
export const go = (path: string) => usePath.setState(path, true);

export const useRouter = () => ROUTER;
const ROUTER = { push: go, replace: go, prefetch: () => {} };

/** Its own click is heard first, and may keep the page, as with Next's. */
export function Link({ href, children, onClick, ...rest }: AnchorHTMLAttributes<HTMLAnchorElement>) {
  return (
    <a
      {...rest}
      href={href}
      onClick={(e) => {
        onClick?.(e);
        if (e.defaultPrevented) return;
        e.preventDefault();
        go(href ?? '/');
      }}
    >
      {children}
    </a>
  );
}
