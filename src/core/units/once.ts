/** Loads something the first time it is wanted; a load that failed is tried again the next time. */
export function once<T, A extends unknown[]>(load: (...args: A) => Promise<T>): (...args: A) => Promise<T> {
  let loaded: Promise<T> | undefined;
  return (...args) => {
    loaded ??= load(...args).catch((error) => {
      loaded = undefined;
      throw error;
    });
    return loaded;
  };
}
