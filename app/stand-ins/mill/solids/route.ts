import { limited } from '@/stand-ins/limit';
import { bookOfSolids } from '@/stand-ins/mill';

/** The simulated print mill's book of cloth solids, as CSV. */
export const GET = limited(
  () =>
    new Response(bookOfSolids(), {
      headers: { 'Content-Type': 'text/csv; charset=utf-8', 'Cache-Control': 'no-store' },
    }),
);
