import { letGoOfPage } from '../../engine';
import { useBolt } from '../bolt';
import type { Session } from '../kernel';
import { runJob, type Work } from '../kernel';
import { dropDraft } from './page-draft';

export { letGoOfPage };

/** The job of the page on its way in: it is taken apart, or kept. */
export const PAGE = 'page';

/** The page is kept: its draft is not needed. Where the page was not kept, the draft stays. */
export async function withoutDraft(bolt: Session, keeping: Promise<boolean>): Promise<boolean> {
  const id = useBolt.of(bolt).getState().project?.id;
  const ok = await keeping;
  if (ok && id) await dropDraft(id).catch(() => {});
  return ok;
}

/** Keeps what was made of a page, as a job that goes on when the bolt is left; its draft is dropped before the job ends. */
export const keepNow = async (
  bolt: Session,
  label: string,
  keep: (work: Required<Work>) => Promise<boolean>,
): Promise<boolean> =>
  (await runJob(bolt, PAGE, label, (work) => withoutDraft(bolt, keep(work)), { goesOn: true })) ?? false;
