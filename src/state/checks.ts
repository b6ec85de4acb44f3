import { create } from 'zustand';
import type { CheckReport, Project, WrapProof } from '../core';
import { check, proveWrapOf, Stopped } from '../engine';
import { loadAsset, sceneRequest, spritesBusy } from './arts';

type ChecksState = {
  report: CheckReport | null;
  /** The parts of the document that the report speaks of. */
  of: unknown;
  busy: boolean;
  proof: { result: WrapProof; key: string } | null;
  proving: number | null;
  trouble: string | null;
};
export const useChecks = create<ChecksState>()(() => ({
  report: null,
  of: null,
  busy: false,
  proof: null,
  proving: null,
  trouble: null,
}));

/** What a check depends on: colours and names do not matter to it. */
export const layKey = (p: Project) =>
  JSON.stringify([
    p.brief.widthMm,
    p.brief.heightMm,
    p.brief.ppi,
    p.layout,
    p.placements,
    p.motifs.map((m) => [m.asset, m.ppi]),
  ]);

let wanted: Project | null = null;
let running = false;
let timer: ReturnType<typeof setTimeout> | undefined;

/** Checks the newest document once the hand has rested a moment; older answers are dropped. */
export function wantCheck(project: Project) {
  if (useChecks.getState().of === layKey(project)) return;
  wanted = project;
  clearTimeout(timer);
  const start = () => {
    // What the hand sees comes first.
    if (spritesBusy()) timer = setTimeout(start, 100);
    else if (!running) void run();
  };
  timer = setTimeout(start, 120);
}

async function run() {
  running = true;
  useChecks.setState({ busy: true });
  while (wanted) {
    const project = wanted;
    wanted = null;
    try {
      const report = await check(sceneRequest(project), loadAsset);
      if (!wanted) useChecks.setState({ report, of: layKey(project), trouble: null });
    } catch (error) {
      useChecks.setState({ trouble: error instanceof Error ? error.message : String(error) });
    }
  }
  running = false;
  useChecks.setState({ busy: false });
}

/** Renders the block twice at print size, cut in two places, and compares it byte for byte. */
export async function proveWrapNow(project: Project) {
  useChecks.setState({ proving: 0, trouble: null });
  try {
    const result = await proveWrapOf(
      sceneRequest(project),
      (s) => useChecks.setState({ proving: s }),
      loadAsset,
    );
    useChecks.setState({ proof: { result, key: layKey(project) } });
  } catch (error) {
    if (!(error instanceof Stopped)) {
      useChecks.setState({ trouble: error instanceof Error ? error.message : String(error) });
    }
  } finally {
    useChecks.setState({ proving: null });
  }
}

export function forgetChecks() {
  wanted = null;
  clearTimeout(timer);
  useChecks.setState({ report: null, of: null, proof: null, trouble: null });
}
