import { FileRefused } from '../refused';
import { csvRows, tidyName } from '../text';

/**
 * A tally of votes as CSV: a name and a number a line, or one name a line, each a vote. A head is passed over.
 * @throws FileRefused when no line holds a vote, or a number is not a count.
 */
export function readVotes(text: string): Map<string, number> {
  const votes = new Map<string, number>();
  for (const [n, row] of csvRows(text).entries()) {
    const name = tidyName(row[0] ?? '');
    const said = row[1]?.trim() ?? '';
    if (!name || (n === 0 && said !== '' && !Number.isFinite(Number(said)))) continue;
    const count = said === '' ? 1 : Number(said);
    if (!Number.isInteger(count) || count < 0 || count > 1e6)
      throw new FileRefused(
        `Line ${n + 1} has no count of votes: it says “${said.slice(0, 20)}”. Write a name and a whole number.`,
      );
    votes.set(name, (votes.get(name) ?? 0) + count);
  }
  if (!votes.size)
    throw new FileRefused('No vote was found in this. Write a colourway and a number on each line.');
  return votes;
}
