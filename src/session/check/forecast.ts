import type { Forecast, Project } from '../../core';
import { forecast, takeInHand } from '../../engine';
import { useBolt } from '../bolt';
import { type Held, useView, withHeld } from '../cloth';
import { session, sessionPart, sessionStore } from '../kernel';
import { useChecks } from './checks';
import { layRequest } from './proposal';

/** What comes of the held piece lying where it is, in the frame of the originals; of which hold. */
export const useForecast = sessionStore<{ forecast: Forecast | null; of: Held['from'] | null }>(() => ({
  forecast: null,
  of: null,
}));

/** What was made ready: for which hold, and the hand's name in the worker. */
const ready = sessionPart((): { of: Held['from'] | null; hand: string } => ({ of: null, hand: '' }));

/** How near to the best place the hand must let go for the piece to come to lie in it, px of the screen. */
const LET_GO_PX = 16;

const usualOf = () => {
  const { report } = useChecks.getState();
  const gaps = report?.evenness?.gapsMm;
  const gapMm = gaps?.[gaps.length >> 1];
  return report?.medianGapMm && gapMm ? { roomMm: report.medianGapMm, gapMm } : null;
};

/** Foretells what comes of the hold: the hand does not wait, and only the newest place counts. */
export function wantForecast(project: Project, held: Held) {
  const [id] = held.ids;
  const usual = usualOf();
  if (held.ids.length !== 1 || !id || !usual) return;
  void session().latest('forecast', {
    run: async (newest) => {
      const now = useView.getState().held;
      if (!now || now.from !== held.from) return undefined;
      if (ready().of !== held.from) {
        const request = await layRequest(project);
        const n = request.placements.findIndex((p) => p.id === id);
        if (n < 0) return undefined;
        const hand = crypto.randomUUID();
        await takeInHand(hand, request, n);
        Object.assign(ready(), { of: held.from, hand });
      }
      const p = project.placements.find((q) => q.id === id);
      const found = p && newest() ? await forecast(ready().hand, withHeld(p, held), usual) : undefined;
      return found ?? undefined;
    },
    keep: (found) => {
      if (useView.getState().held?.from === held.from)
        useForecast.setState({ forecast: found, of: held.from });
    },
    // What cannot be foretold is not told.
    fail: () => forgetForecast(),
  });
}

export const forgetForecast = () => useForecast.setState({ forecast: null, of: null });

/** Whether a held piece would come to lie in its best place if it were let go now. */
export function inReach(held: Held, { best }: Forecast, pxPerMm: number): boolean {
  const [id = ''] = held.ids;
  const p = useBolt.getState().project?.placements.find((q) => q.id === id);
  if (!p || !best) return false;
  const { x, y } = withHeld(p, held);
  return Math.hypot(best.at.x - x, best.at.y - y) * pxPerMm < LET_GO_PX;
}

/** The hold as it is let go: in the best place, where that is in reach. */
export function letGoInto(held: Held, pxPerMm: number): Held {
  const { forecast: found, of } = useForecast.getState();
  const [id = ''] = held.ids;
  const p = useBolt.getState().project?.placements.find((q) => q.id === id);
  if (!p || !found?.best || of !== held.from || !inReach(held, found, pxPerMm)) return held;
  const { x, y } = withHeld(p, held);
  return { ...held, dx: held.dx + found.best.at.x - x, dy: held.dy + found.best.at.y - y };
}
