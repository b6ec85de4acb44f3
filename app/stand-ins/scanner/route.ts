import { limited } from '@/stand-ins/limit';
import { scanOnePage } from '@/stand-ins/scanner';

/** The simulated flatbed: one page, as a JPEG with its ppi in the file. */
export const GET = limited(
  async () =>
    new Response(await scanOnePage(), {
      headers: { 'Content-Type': 'image/jpeg', 'Cache-Control': 'no-store' },
    }),
);
