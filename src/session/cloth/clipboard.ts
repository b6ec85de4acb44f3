import { ArgumentError, assetsOf, clipOf, pasteClip, readClip } from '../../core';
import { claimAssets } from '../../shelf';
import { edit, useBolt } from '../bolt';
import type { Session } from '../kernel';
import { useView } from './view';

/** What is in hand as text, or null when nothing is. */
export function copySelected(): string | null {
  const { project } = useBolt.getState();
  const { selected } = useView.getState();
  return project && selected.length ? clipOf(project, selected) : null;
}

/** How far what is pasted lies from where it was copied, mm. */
const ASIDE = { x: 12, y: 12 };

/** Lays what was copied from this bolt or another; how many. Text from elsewhere is refused in words. */
export async function paste(bolt: Session, text: string): Promise<number> {
  const clip = readClip(text);
  if (!(await claimAssets(clip.motifs.flatMap(assetsOf)))) {
    throw new ArgumentError(
      'The pictures of these motifs are not on this machine. Bring their bolt in first.',
    );
  }
  const before = new Set(
    useBolt
      .of(bolt)
      .getState()
      .project?.placements.map((p) => p.id),
  );
  const ok = edit(
    bolt,
    pasteClip(clip, ASIDE, () => crypto.randomUUID()),
  );
  const laid =
    useBolt
      .of(bolt)
      .getState()
      .project?.placements.filter((p) => !before.has(p.id)) ?? [];
  if (ok) useView.of(bolt).setState({ selected: laid.map((p) => p.id) });
  return ok ? laid.length : 0;
}
