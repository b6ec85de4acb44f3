/** So many answers at once, and one more every so many ms. */
const MOST = 30;
const REFILL_MS = 500;

/**
 * Says when no more is answered for a while: an answer costs work, and whoever asks without end would keep others waiting.
 * @param now ms; for tests.
 * @returns how many seconds to wait; 0: it is answered.
 */
export function limiter(most = MOST, refillMs = REFILL_MS): (now?: number) => number {
  let left = most;
  let last = 0;
  return (now = performance.now()) => {
    left = Math.min(most, left + (now - last) / refillMs);
    last = now;
    if (left < 1) return Math.ceil(((1 - left) * refillMs) / 1000);
    left -= 1;
    return 0;
  };
}

/** A route that is answered so often at most. */
export function limited(answer: () => Response | Promise<Response>): () => Response | Promise<Response> {
  const wait = limiter();
  return () => {
    const seconds = wait();
    if (!seconds) return answer();
    return new Response('Too many at once. Ask again in a moment.', {
      status: 429,
      headers: { 'Retry-After': `${seconds}` },
    });
  };
}
