import type { Inflate } from '../../core';

/** The platform's own inflate. */
export const inflate: Inflate = () => {
  const { readable, writable } = new DecompressionStream('deflate');
  const [into, from] = [writable.getWriter(), readable.getReader()];
  return {
    write: (bytes) => into.write(bytes),
    close: () => into.close(),
    read: async () => (await from.read()).value ?? null,
  };
};
