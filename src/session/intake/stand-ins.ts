import { addMotifs, MM_PER_INCH, type MotifRole, motifOf, purposeOf, sha256Of } from '../../core';
import { putAsset } from '../../shelf';
import { edit, useBolt } from '../bolt';
import type { Session } from '../kernel';

/** Rough shapes in a box of 100 x 100 (or as their `box` says): a path, and how large they print, mm. */
export const STAND_INS = {
  blob: {
    name: 'Blob',
    mm: [60, 56],
    path: 'M50 3C73 0 96 17 97 42C98 60 86 71 83 84C79 99 58 98 46 97C26 96 6 88 3 62C0 38 22 6 50 3Z',
  },
  oval: { name: 'Oval', mm: [56, 38], path: 'M50 2A48 48 0 1 1 49.9 2Z' },
  sprig: {
    name: 'Sprig',
    mm: [44, 76],
    path: 'M47 98L46 60L18 40L24 33L46 50L46 30L28 12L35 7L50 22L65 7L72 12L54 30L54 50L76 33L82 40L54 60L53 98Z',
  },
  bar: { name: 'Bar', mm: [80, 16], path: 'M8 4L92 0Q99 50 93 97L7 100Q1 50 8 4Z' },
} as const;
export type StandIn = keyof typeof STAND_INS;

/** Takes a rough shape in as a motif, in the bolt's middle ink or in a colour that was chosen beforehand; its id. One shape is taken in once. */
export async function addStandIn(
  bolt: Session,
  kind: StandIn,
  role: MotifRole = 'secondary',
): Promise<string | null> {
  const { project } = useBolt.of(bolt).getState();
  if (!project) return null;
  const { name, mm, path } = STAND_INS[kind];
  const chosen = purposeOf(project).palette.slice(1);
  const colour = project.inks[Math.min(2, project.inks.length - 1)];
  const hex =
    (project.inks.length > 1 && colour?.hex) ||
    chosen[Object.keys(STAND_INS).indexOf(kind) % Math.max(1, chosen.length)] ||
    '#8a7f93';
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${mm[0]}mm" height="${mm[1]}mm" viewBox="0 0 100 100" preserveAspectRatio="none"><path fill="${hex}" d="${path}"/></svg>`;
  const bytes = new TextEncoder().encode(svg);
  const asset = await sha256Of(bytes);
  const there = project.motifs.find((m) => m.asset === asset && m.standIn);
  if (there) return there.id;
  await putAsset(asset, new Blob([bytes], { type: 'image/svg+xml' }));
  const id = crypto.randomUUID();
  const { ppi } = project.brief;
  const motif = motifOf({
    id,
    name: `${name}, stand-in`,
    role,
    asset,
    width: Math.round((mm[0] / MM_PER_INCH) * ppi),
    height: Math.round((mm[1] / MM_PER_INCH) * ppi),
    ppi,
    art: { kind: 'vector' },
    standIn: true,
    source: 'A rough shape, to be swapped for finished art',
    permission: 'mine',
  });
  return edit(bolt, addMotifs([motif])) ? id : null;
}
