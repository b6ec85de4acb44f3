import { z } from 'zod';
import { ArgumentError } from '../units';
import { type Edit, edit } from './edits/edit';
import { addPlacements } from './edits/placements';
import { type Motif, motifSchema, type Placement, type Project, placementSchema } from './schema';

/** What is copied from a bolt: placements, and the motifs that they lay. The pictures are named, not carried. */
const clipSchema = z.object({
  kind: z.literal('hexaplex placements'),
  motifs: z.array(motifSchema).min(1).max(600),
  placements: z.array(placementSchema).min(1).max(2000),
});
export type Clip = z.infer<typeof clipSchema>;

/** A clip is never longer than this, characters. */
const MOST = 4e6;

/** Placements as text for the clipboard. */
export function clipOf(project: Project, ids: string[]): string {
  const placements = project.placements.filter((p) => ids.includes(p.id));
  const used = new Set(placements.map((p) => p.motif));
  const clip: Clip = {
    kind: 'hexaplex placements',
    motifs: project.motifs.filter((m) => used.has(m.id)),
    placements,
  };
  return JSON.stringify(clip);
}

/**
 * Reads a clip back.
 * @throws ArgumentError when the text is anything else.
 */
export function readClip(text: string): Clip {
  const refused = new ArgumentError(
    'What was copied is not from a bolt. Copy motifs on a cloth, then paste them here.',
  );
  if (text.length > MOST) throw refused;
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw refused;
  }
  const seen = clipSchema.safeParse(json);
  if (!seen.success) throw refused;
  const motifs = new Set(seen.data.motifs.map((m) => m.id));
  if (seen.data.placements.some((p) => !motifs.has(p.motif))) throw refused;
  return seen.data;
}

/**
 * Lays a clip: motifs that the bolt has (by their art) are used, others are taken in; placements come on top,
 * moved by `by` mm, in groups of their own, unlocked.
 */
export const pasteClip = (clip: Clip, by: { x: number; y: number }, newId: () => string): Edit =>
  edit('Pasted', (d) => {
    const known = new Map(d.motifs.map((m) => [m.asset, m.id]));
    const ids = new Map<string, string>();
    const fresh: Motif[] = [];
    for (const m of clip.motifs) {
      const there = known.get(m.asset);
      const id = there ?? newId();
      ids.set(m.id, id);
      const sheet = d.sheets.some((s) => s.id === m.sheet) ? m.sheet : null;
      if (!there) fresh.push({ ...m, id, sheet, box: sheet ? m.box : null });
    }
    const groups = new Map<string, string>();
    const laid = clip.placements.map((p): Placement => {
      const { sym: _, locked: _l, hidden: _h, group, ...rest } = p;
      if (group && !groups.has(group)) groups.set(group, newId());
      const own = group ? { group: groups.get(group) } : {};
      return {
        ...rest,
        ...own,
        id: newId(),
        motif: ids.get(p.motif) ?? p.motif,
        x: p.x + by.x,
        y: p.y + by.y,
      };
    });
    d.motifs.push(...fresh);
    addPlacements(laid).apply(d);
  });
