import { sessionStore } from '@/session/session';

/** How much larger or smaller the whole design is looked at before it is made so. */
export const useResize = sessionStore(() => ({ factor: 1 }));
