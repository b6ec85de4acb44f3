import { z } from 'zod';
import { readSetting, writeSetting } from '../../shelf';

/** The labels of each bolt, by its id. */
export type Labels = Record<string, string[]>;

const KEY = 'labels';
const labelsSchema = z.record(z.string(), z.array(z.string().min(1).max(40)).max(20));

/** The labels that were given; none where they cannot be read. */
export async function readLabels(): Promise<Labels> {
  const kept = labelsSchema.safeParse(await readSetting(KEY));
  return kept.success ? kept.data : {};
}

/** Labels as they are typed, with commas between them. */
export const labelsOf = (text: string): string[] =>
  [
    ...new Set(
      text
        .split(',')
        .map((label) => label.trim().slice(0, 40))
        .filter(Boolean),
    ),
  ].slice(0, 20);

/** Gives a bolt its labels; all labels are returned. */
export async function giveLabels(id: string, labels: string[]): Promise<Labels> {
  const all = { ...(await readLabels()), [id]: labels };
  await writeSetting(KEY, all);
  return all;
}
