/** An error whose message is for the person: what is wrong and, where there is something, what to do. */
export class Said extends Error {
  override name = 'Said';
}

/** Words for errors that are not ours, by their names. */
const BY_NAME: Record<string, string> = {
  QuotaExceededError:
    'There is no room left on this machine for Hexaplex. Make room on the disk, or empty the bin on the shelf, and try again.',
  ...named(
    ['NotReadableError', 'NotFoundError'],
    'The file could not be read: it was moved, or another program holds it. Choose it again.',
  ),
  ...named(
    ['InvalidStateError', 'TransactionInactiveError', 'AbortError', 'UnknownError', 'VersionError'],
    'What this browser keeps for Hexaplex did not answer. Try again; if it stays so, save the bolt as a file and load the page anew.',
  ),
  ...named(['NotAllowedError', 'SecurityError'], 'This browser did not allow it. Allow it, then try again.'),
};

/** Words by what an error says, where its name does not tell. */
const BY_TEXT: readonly [RegExp, string][] = [
  [
    /fetch|dynamically imported|loading (css )?chunk|load failed|importScripts|networkerror/i,
    'A part of Hexaplex could not be loaded. See that it is still running, then try again.',
  ],
  [
    /memory|array buffer allocation|invalid (typed )?array (buffer )?length|could not be allocated|too large/i,
    'There is not enough memory for this. Close other tabs and programs, or use a smaller picture, and try again.',
  ],
];

const UNKNOWN =
  'Something went wrong that should not have. If trying again does not help, load the page anew: your work is kept. What was said stands under Help.';

function named(names: string[], text: string): Record<string, string> {
  return Object.fromEntries(names.map((name) => [name, text]));
}

/**
 * What was thrown, as a person is told of it. `raw`: what an error that is not ours said itself, to be had on asking;
 * null where the words are its own.
 */
export function plainWords(thrown: unknown): { text: string; raw: string | null } {
  if (thrown instanceof Said) return { text: thrown.message, raw: null };
  const { name, message } = thrown instanceof Error ? thrown : { name: '', message: String(thrown) };
  const text = BY_NAME[name] ?? BY_TEXT.find(([said]) => said.test(message))?.[1] ?? UNKNOWN;
  return { text, raw: name ? `${name}: ${message}` : message };
}
