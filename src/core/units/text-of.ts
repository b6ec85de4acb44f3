/** What was thrown, in words. */
export const textOf = (thrown: unknown): string =>
  thrown instanceof Error ? thrown.message : String(thrown);
