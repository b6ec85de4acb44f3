import type { AnchorHTMLAttributes } from 'react';
import { create } from 'zustand';

/** Which page is shown, as Next would have it in the address. */
export const usePath = create(() => '/');
export const go = (path: string) => usePath.setState(path, true);

export const useRouter = () => ROUTER;
const ROUTER = { push: go, replace: go, prefetch: () => {} };

export function Link({ href, children, ...rest }: AnchorHTMLAttributes<HTMLAnchorElement>) {
  return (
    <a
      {...rest}
      href={href}
      onClick={(e) => {
        e.preventDefault();
        go(href ?? '/');
      }}
    >
      {children}
    </a>
  );
}
