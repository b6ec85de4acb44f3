import type { Finding, FindingKind, Project } from '@/core';
import { small, trim } from '../../parts/lengths';

/** One letter a kind, so that colour is never the only sign. */
const LETTERS: Record<FindingKind, string> = {
  hairline: 'E',
  'bare-patch': 'B',
  lane: 'L',
  'row-up': 'R',
  heavy: 'H',
  faint: 'F',
  'near-touch': 'N',
  overlap: 'O',
  'own-copy': 'W',
  twins: 'T',
  'low-ppi': 'P',
  'thin-line': 'I',
  'small-gap': 'G',
  'like-inks': 'C',
  sliver: 'S',
  'upside-down': 'D',
  'left-over': 'U',
};
export const letterOf = (f: Pick<Finding, 'kind'>): string => LETTERS[f.kind];

const motifAt = (project: Project, placement: string | undefined) => {
  const p = project.placements.find((q) => q.id === placement);
  return project.motifs.find((m) => m.id === p?.motif);
};
const nameOf = (f: Finding, project: Project, k = 0) => motifAt(project, f.placements[k])?.name ?? 'A motif';
const pair = (f: Finding, project: Project) => {
  const [a, b] = [nameOf(f, project, 0), nameOf(f, project, 1)];
  return a === b ? `Two of ${a}` : `${a} and ${b}`;
};
const times = (v: number) => `${trim(v, 1)} times`;
const percent = (share: number) => `${trim(share * 100, share < 0.1 ? 1 : 0)}\u00a0%`;

/** Which way something runs, in words; y grows downward. */
function way({ x, y }: { x: number; y: number }): string {
  const deg = ((Math.atan2(-y, x) * 180) / Math.PI + 360) % 180;
  if (deg < 8 || deg > 172) return 'straight across';
  if (Math.abs(deg - 90) < 8) return 'straight down';
  return deg < 90
    ? `rising to the right at ${Math.round(deg)}°`
    : `falling to the right at ${Math.round(180 - deg)}°`;
}

const LEFT_OVER = {
  covered: 'wholly covered by others',
  specks: 'with specks about them',
  'stand-in': 'still a stand-in',
  permission: 'without an answer on permission',
  hidden: 'hidden',
  locked: 'locked',
} as const;

export function findingTitle(f: Finding, project: Project): string {
  switch (f.kind) {
    case 'bare-patch':
      return `Bare patch, ${small(f.widthMm)} wide`;
    case 'lane':
      return f.cover > 0
        ? `Nearly open lane, ${small(f.widthMm)} wide`
        : `Open lane, ${small(f.widthMm)} wide`;
    case 'row-up':
      return `Rows, ${small(f.apartMm)} apart`;
    case 'heavy':
      return `${nameOf(f, project)} weighs too much`;
    case 'faint':
      return 'A faint spot';
    case 'near-touch':
      return `Nearly touching, ${small(f.gapMm)}`;
    case 'overlap':
      return `Overlap, ${percent(f.share)} of the smaller one`;
    case 'own-copy':
      return `${nameOf(f, project)} meets its own copy`;
    case 'twins':
      return f.same === 'motif'
        ? `Two of ${nameOf(f, project)} side by side`
        : 'Two of one colour side by side';
    case 'sliver':
      return `Sliver of ground, ${small(f.widthMm)} by ${small(f.longMm)}`;
    case 'upside-down':
      return `${nameOf(f, project)} is upside down`;
    case 'low-ppi':
      return `${nameOf(f, project)} prints at ${trim(f.ppi, 0)} ppi`;
    case 'thin-line':
      return `Thin line in ${nameOf(f, project)}, ${trim(f.lineMm, 2)} mm`;
    case 'small-gap':
      return `Gap of ${trim(f.gapMm, 2)} mm may close in print`;
    case 'like-inks':
      return `${project.inks[f.inks[0]]?.name} and ${project.inks[f.inks[1]]?.name} look alike`;
    case 'hairline':
      return `Hairline at the edge of ${nameOf(f, project)}`;
    case 'left-over':
      return f.what === 'specks'
        ? `${f.count} ${f.count === 1 ? 'speck' : 'specks'} about the motifs`
        : `${f.count} ${LEFT_OVER[f.what]}`;
  }
}

/** Why it matters, against what the rest of the cloth has, and what to do next. */
export function findingWhy(f: Finding, project: Project): string {
  const at = (scale: number) => {
    const m = motifAt(project, f.placements[0]);
    return small(m ? (Math.max(m.width, m.height) / m.ppi) * 25.4 * scale : 0);
  };
  switch (f.kind) {
    case 'bare-patch':
      return `The others are about ${small(f.usualMm)}. Over ${small(f.limitMm)} the eye goes there first: fill it, or move a motif nearer.`;
    case 'lane':
      return `It runs ${way(f.along)} through the whole cloth${f.cover > 0 ? `, with ${percent(f.cover)} of the usual cover in it` : ''}. From ${small(f.limitMm)} up (the gaps are about ${small(f.usualMm)}) it reads as a stripe of ground: move a motif into it.`;
    case 'row-up':
      return `The weight swings by ${percent(f.swing)} in stripes ${way(f.along)}; up to ${percent(f.limit)} is chance. From across a room the rows show before the motifs: move some out of line.`;
    case 'heavy':
      return `At a glance it weighs ${times(f.times)} the mean; the eye stops at ${trim(f.limit, 1)}. Make it smaller, or give it lighter neighbours.`;
    case 'faint':
      return `At a glance this spot weighs ${percent(f.times)} of the mean; under ${percent(f.limit)} it reads as worn. Lay something stronger here.`;
    case 'near-touch':
      return `${pair(f, project)}. The gaps are about ${small(f.usualMm)}; under ${small(f.limitMm)} it looks like a mistake. Part them, or let them overlap clearly.`;
    case 'overlap':
      return `${pair(f, project)}. Nearly all else on this cloth lies free, so this reads as a slip. Part them, or overlap more on purpose.`;
    case 'own-copy':
      return `The gap to its copy is ${small(f.gapMm)}. It clears itself at ${percent(f.largest)} of the art's size (${at(f.largest)}) or smaller.`;
    case 'twins':
      return `${f.same === 'motif' ? 'Same motif' : pair(f, project)}, about one size, ${f.gapMm > 0 ? `${small(f.gapMm)} apart; the gaps are about ${small(f.usualMm)}` : 'on top of each other'}. The pair shows again in every repeat: swap one.`;
    case 'sliver':
      return `Between ${f.placements.length > 1 ? pair(f, project) : `${nameOf(f, project)} and the outline you work to`}. Strips under ${small(f.limitMm)} (the gaps are about ${small(f.usualMm)}) clog in print and look like a poor fit. Part them, or close the strip.`;
    case 'upside-down':
      return `All but a few of the ${f.of} motifs with a top stand upright. Turn it, or turn more, so that it is meant.`;
    case 'low-ppi':
      if (f.unfit)
        return `It has the pixels for ${at(f.largestScale)} at the most, and so small its lines break up: no size of it suits this print. Scan it again at a higher ppi, or draw its lines thicker.`;
      return `${project.checking.product === 'paper' ? 'Paper' : 'Cloth'} wants ${f.limit} or more: use it at ${at(f.largestScale)} or smaller, or scan it again at a higher ppi.`;
    case 'thin-line':
      if (f.unfit)
        return `Lines under ${trim(f.limitMm, 2)} mm break up in this print, and it has too few pixels to be laid larger: no size of it suits this print. Draw its lines thicker and scan them at a higher ppi.`;
      return `Lines under ${trim(f.limitMm, 2)} mm break up in this print. Lay it at ${at(f.smallestScale)} or larger, or draw the line thicker.`;
    case 'small-gap':
      return `${pair(f, project)}. Under ${trim(f.limitMm, 2)} mm the ink may run together. Part them.`;
    case 'like-inks':
      return `They are ${trim(f.far, 1)} dE apart; under ${trim(f.limit, 1)} print tells them apart badly. Change one, or print both from one ink.`;
    case 'hairline':
      return `Where it meets its copy a line ${trim(f.px, 1)} px wide lacks ${percent(f.share)} of its cover. It prints as a pale line at each repeat: let the art run over its edge, or size it to a whole pixel.`;
    case 'left-over':
      return {
        covered: 'They cannot be seen and only slow the file. Take them off, or bring them on top.',
        specks:
          'Bits under 0.6 mm² that touch nothing: dirt of the pencil or the scan, most likely. Clean them under Motifs.',
        'stand-in': 'The rough shape would be printed. Swap in the finished art under Lay.',
        permission: 'Say under Motifs whether the art is yours to use; the job sheet carries the answer.',
        hidden: 'They are neither seen nor sent. Show them, or take them off.',
        locked: 'They stay where they are when anything is mended. Unlock what may move.',
      }[f.what];
  }
}
