import { letGoOfPage } from '../engine';
import { useBolt } from './bolt';
import { runJob, type Work } from './jobs';
import { dropDraft } from './page-draft';
import type { Session } from './session';

export { letGoOfPage };

/** The job of the page on its way in: it is taken apart, or kept. */
export const PAGE = 'page';

/** Keeps what was made of a page, as a job that goes on when the bolt is left. Once it is kept its draft is not needed. */
export async function keepNow(
  bolt: Session,
  label: string,
  keep: (work: Required<Work>) => Promise<boolean>,
): Promise<boolean> {
  const id = useBolt.of(bolt).getState().project?.id;
  const ok = await runJob(bolt, PAGE, label, keep, { goesOn: true });
  if (ok && id) await dropDraft(id);
  return ok ?? false;
}
